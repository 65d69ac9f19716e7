/** The day it is where the maker is, of a moment: YYYY-MM-DD. In the evening west of Greenwich it is tomorrow there. */
export const dayHere = (at = new Date()): string =>
  new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
