/** What reads and writes files: it comes with the first draft's place, or when it is wanted before. */
export const files = () => import("./files.ts");
