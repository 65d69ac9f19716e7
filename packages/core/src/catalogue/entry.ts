import { MM_PER } from "../units/length.ts";

/** What every catalogue entry carries: a stable id, a name for the screen, and where its figures come from. */
export interface Entry {
  readonly id: string;
  readonly title: string;
  /** the standard or custom the figures follow */
  readonly source: string;
}

/** Inches as the standard states them, in mm, without the last bit's noise: 4 1/4 in is 107.95 and not 107.94999999999999. */
export const inches = (count: number): number => Math.round(count * MM_PER.in * 1e9) / 1e9;

/** Custom rather than a written standard: what the stationery trade sells under the name. */
export const US_STATIONERY = "US stationery trade size, stated in inches";
/** Writing paper and certain classes of printed matter: the A and B series. */
export const ISO_216 = "ISO 216:2007";
/** Correspondence envelopes: designation and sizes, the C series and DL. */
export const ISO_269 = "ISO 269:1985";

/** Finds an entry by id; undefined when the catalogue has none. */
export const find = <T extends Entry>(entries: readonly T[], id: string): T | undefined =>
  entries.find((e) => e.id === id);
