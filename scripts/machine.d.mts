/** A port that nothing on this machine listens on. */
export function freePort(): Promise<number>;
/** Where the browser stands that the tests open. */
export const BROWSER: string;
