import { type Entry, inches, ISO_269, US_STATIONERY } from "./entry.ts";

/** An envelope as bought, by its outside size in mm, width ≥ height. */
export interface EnvelopePreset extends Entry {
  readonly width: number;
  readonly height: number;
  /** the card it is sold for, a contents id */
  readonly card?: string;
}

const us = (id: string, title: string, width: number, height: number, card?: string): EnvelopePreset => ({
  id: `envelope-${id}`,
  title,
  width: inches(width),
  height: inches(height),
  source: US_STATIONERY,
  ...(card && { card }),
});
const iso = (id: string, title: string, width: number, height: number, card?: string): EnvelopePreset => ({
  id: `envelope-${id}`,
  title,
  width,
  height,
  source: ISO_269,
  ...(card && { card }),
});

/** Envelopes as they are bought, outside sizes in mm; each entry names its source. */
export const envelopes: readonly EnvelopePreset[] = [
  us("us-a1", "Envelope for A1 card", 5.125, 3.625, "us-a1"),
  us("us-a2", "Envelope for A2 card", 5.75, 4.375, "us-a2"),
  us("us-a6", "Envelope for A6 card (US)", 6.5, 4.75, "us-a6"),
  us("us-a7", "Envelope for A7 card (US)", 7.25, 5.25, "us-a7"),
  us("us-a9", "Envelope for A9 card", 8.75, 5.75, "us-a9"),
  us("us-slimline", "Envelope for slimline", 8.875, 3.875, "us-slimline"),
  us("us-mini-slimline", "Envelope for mini slimline", 6.25, 3.75, "us-mini-slimline"),
  us("no-10", "Envelope No. 10", 9.5, 4.125),
  iso("c7", "Envelope C7", 114, 81, "iso-a7"),
  iso("c6", "Envelope C6", 162, 114, "iso-a6"),
  iso("c5", "Envelope C5", 229, 162, "iso-a5"),
  iso("dl", "Envelope DL", 220, 110, "iso-dl"),
];
