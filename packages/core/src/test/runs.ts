/** How many random recipes a property is asked of: so many in every test run, many times as many in `npm run soak`. */
export const runs = (few: number): number => Math.max(1, Math.round(few * Number(process.env["SOAK"] ?? 1)));
