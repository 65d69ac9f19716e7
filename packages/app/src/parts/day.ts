/** A day in the language that everything else is written in, in the order of the maker's own country. */
const ENGLISH = (typeof navigator === "undefined" ? [] : navigator.languages).find((tag) => /^en\b/iu.test(tag));
const DAY = new Intl.DateTimeFormat(ENGLISH ?? "en-GB", { day: "numeric", month: "short", year: "numeric" });

export const dayOf = (iso: string | number): string => DAY.format(new Date(iso));
