/** A port that nothing on this machine listens on. */
export function freePort(): Promise<number>;
