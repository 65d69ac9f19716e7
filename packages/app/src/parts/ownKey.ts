import type { OnShelf } from "@cut-fold/core";

/** What of the shelf stands in a list of choices is told from what is in the catalogue. */
const OWN = "own:";

/** The value by which a list offers an entry of the shelf. */
export const ownKey = (id: string): string => OWN + id;

/** The entry that a value of a list names; undefined for one of the catalogue. */
export const ownIn = <T extends { readonly id: string }>(entries: readonly T[], value: string): T | undefined =>
  value.startsWith(OWN) ? entries.find(({ id }) => id === value.slice(OWN.length)) : undefined;

/** A paper is a sheet in hand where it says how large its sheets are. */
export const hasSize = ({ width, height }: OnShelf<"paper" | "offcut">): boolean =>
  width !== undefined && height !== undefined;
