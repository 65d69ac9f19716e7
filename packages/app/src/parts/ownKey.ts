/** What of the shelf stands in a list of choices is told from what is in the catalogue. */
const OWN = "own:";

/** The value by which a list offers an entry of the shelf. */
export const ownKey = (id: string): string => OWN + id;

/** The entry that a value of a list names; undefined for one of the catalogue. */
export const ownIn = <T extends { readonly id: string }>(entries: readonly T[], value: string): T | undefined =>
  value.startsWith(OWN) ? entries.find(({ id }) => id === value.slice(OWN.length)) : undefined;
