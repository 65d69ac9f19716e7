/**
 * Twelve fixed jobs of a maker's shop, as they are given to `layout`: from forty tags on A4 to an event on square sheets. What a
 * layout takes of paper is measured by them.
 */

import { leastBox } from "../geometry/fit.ts";
import { boundsOf } from "../geometry/path.ts";
import type { Size } from "../geometry/point.ts";
import { GAP_MM, papersOf } from "../layout/papers.ts";
import type { InHand, LayoutJob } from "../model/layout.ts";
import { solve } from "../solve.ts";

/** The pieces of a job of one paper as boxes, mm: upright, and the least at any angle; and what is in hand. */
export function boxesIn(job: LayoutJob): {
  readonly pieces: readonly { readonly upright: Size; readonly least: Size; readonly copies: number }[];
  readonly inHand: readonly InHand[];
  readonly gap: number;
} {
  const [paper] = papersOf(
    job,
    job.items.map(({ spec }) => solve(spec)),
  );
  const pieces = (paper?.parts ?? []).map(({ outlines, copies }) => {
    const points = outlines.outers.flat();
    const { left, right, bottom, top } = boundsOf(points);
    return { upright: { width: right - left, height: top - bottom }, least: leastBox(points), copies };
  });
  return { pieces, inHand: paper?.inHand ?? [], gap: job.gap ?? GAP_MM.nest };
}

/** A job by the name it is spoken of. */
export interface FixedJob {
  readonly id: string;
  readonly job: Readonly<Record<string, unknown>>;
  /** whether its pieces are no rectangles, so that laying their outlines may save paper */
  readonly shaped: boolean;
}

export const FIXED_JOBS: readonly FixedJob[] = [
  {
    id: "envelopes-a2-mat",
    shaped: false,
    job: {
      items: [{ spec: { form: "square-blank-envelope", contents: { preset: "us-a2" } }, quantity: 6 }],
      gap: 2,
      mat: "mat-12x24",
    },
  },
  {
    id: "gift-tags-a4",
    shaped: true,
    job: {
      items: [{ spec: { form: "tag", contents: { preset: "gift-card" } }, quantity: 40 }],
      gap: 2,
      sheet: "iso-a4",
    },
  },
  {
    id: "pointed-a6-a3",
    shaped: true,
    job: {
      items: [{ spec: { form: "pointed-envelope", contents: { preset: "iso-a6" } }, quantity: 8 }],
      gap: 2,
      sheet: "iso-a3",
    },
  },
  {
    id: "deep-turned-mat",
    shaped: false,
    job: {
      items: [{ spec: { form: "deep-envelope", contents: { preset: "us-a7", thickness: 12 } }, quantity: 1 }],
      gap: 0,
      mat: "mat-12x12",
    },
  },
  {
    id: "pouches-letter",
    shaped: true,
    job: {
      items: [{ spec: { form: "tapered-pouch", contents: { preset: "gift-card" } }, quantity: 12 }],
      gap: 2,
      sheet: "us-letter",
    },
  },
  {
    id: "pillows-12in",
    shaped: false,
    job: {
      items: [{ spec: { form: "pillow-box", contents: { preset: "gift-card" } }, quantity: 9 }],
      gap: 2,
      sheet: "square-12in",
    },
  },
  {
    id: "pointed-gift-12in",
    shaped: true,
    job: {
      items: [{ spec: { form: "pointed-envelope", contents: { preset: "gift-card" } }, quantity: 10 }],
      gap: 1,
      sheet: "square-12in",
    },
  },
  {
    id: "jars-a4",
    shaped: false,
    job: {
      items: [
        {
          spec: { form: "tag", contents: { width: 50, height: 70 }, settings: { head: "outline", cutTo: "jar" } },
          quantity: 48,
        },
      ],
      gap: 2,
      sheet: "iso-a4",
    },
  },
  {
    id: "shapes-letter",
    shaped: true,
    job: {
      items: [
        {
          spec: { form: "tag", contents: { width: 50, height: 70 }, settings: { head: "outline", cutTo: "jar" } },
          quantity: 15,
        },
        {
          spec: { form: "tag", contents: { width: 50, height: 50 }, settings: { head: "outline", cutTo: "heart" } },
          quantity: 15,
        },
        {
          spec: { form: "tag", contents: { width: 45, height: 60 }, settings: { head: "outline", cutTo: "apple" } },
          quantity: 15,
        },
        {
          spec: { form: "tag", contents: { width: 45, height: 45 }, settings: { head: "outline", cutTo: "star" } },
          quantity: 15,
        },
      ],
      gap: 2,
      sheet: "us-letter",
    },
  },
  {
    id: "masks-with-tags",
    shaped: true,
    job: {
      items: [
        { spec: { form: "mask", contents: { preset: "us-a7" }, settings: { shape: "heart" } }, quantity: 3 },
        {
          spec: { form: "tag", contents: { width: 50, height: 50 }, settings: { head: "outline", cutTo: "heart" } },
          quantity: 24,
        },
        { spec: { form: "tag", contents: { preset: "gift-card" } }, quantity: 14 },
      ],
      gap: 2,
      sheet: "square-12in",
    },
  },
  {
    id: "offcuts-letter",
    shaped: true,
    job: {
      items: [
        {
          spec: {
            form: "tapered-pouch",
            contents: { width: 60, height: 70, thickness: 20 },
            settings: { build: "one" },
          },
          quantity: 6,
        },
        {
          spec: { form: "tag", contents: { width: 45, height: 60 }, settings: { head: "outline", cutTo: "apple" } },
          quantity: 10,
        },
        { spec: { form: "closure-tab", contents: { preset: "us-a2" } }, quantity: 20 },
      ],
      gap: 2,
      sheet: "us-letter",
      offcuts: [
        { id: "scrap-1", width: 160, height: 215, count: 1 },
        { id: "scrap-2", width: 100, height: 280, count: 1 },
      ],
    },
  },
  {
    id: "event-12in",
    shaped: false,
    job: {
      items: [
        { spec: { form: "deep-envelope", contents: { preset: "us-a2", thickness: 6 } }, quantity: 4 },
        { spec: { form: "envelope-liner", contents: { preset: "us-a2" } }, quantity: 4 },
        {
          spec: {
            form: "belly-band",
            contents: { preset: "us-a2", thickness: 3 },
            settings: { front: "outline", cutTo: "heart" },
          },
          quantity: 2,
        },
        {
          spec: { form: "tag", contents: { width: 45, height: 60 }, settings: { head: "outline", cutTo: "apple" } },
          quantity: 12,
        },
      ],
      gap: 2,
      sheet: "square-12in",
    },
  },
];
