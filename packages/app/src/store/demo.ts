/** The demo scenario: the open day of Quillfen Orchard. Shown on a first visit, and again from Settings. */
import { type Draft, readSpec } from "@cut-fold/core";

const DAY = "2026-09-";

interface Sample {
  readonly id: string;
  readonly name: string;
  readonly tags: readonly string[];
  readonly note: string;
  /** the card draft it holds */
  readonly holds?: string;
  readonly spec: unknown;
}

/** Where most is laid on a card. */
const FRONT = { panel: "front", side: "outside" } as const;
/** Paper to write on, inside. */
const WRITING = {
  id: "writing",
  kind: "mat",
  name: "Writing panel",
  on: { panel: "back", side: "inside" },
  border: 8,
  stock: { preset: "text-90" },
};

const SAMPLES: readonly Sample[] = [
  {
    id: "demo-invitation-envelope",
    name: "Open-day invitation, envelope",
    tags: ["Open day", "to post"],
    note: "Goes with the invitation card. Oat paper from the mill parcel.",
    spec: {
      units: "mm",
      form: "square-blank-envelope",
      contents: { preset: "iso-a6", name: "Open-day invitation", thickness: 1 },
      stock: { preset: "text-120" },
      method: { board: "one-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 40,
      tape: 6,
    },
  },
  {
    id: "demo-invitation-card",
    name: "Open-day invitation, card",
    tags: ["Open day"],
    note: "Folds at the top, the orchard gate on the front.",
    spec: {
      units: "mm",
      form: "card-base",
      contents: { preset: "iso-a6", name: "Open-day invitation" },
      stock: { preset: "cover-250" },
      settings: { fold: "top" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 40,
    },
  },
  {
    id: "demo-helpers-thanks",
    name: "Thanks to the pickers",
    tags: ["Open day", "inches"],
    note: "",
    spec: {
      units: "in",
      form: "square-blank-envelope",
      contents: { preset: "us-a2", name: "Thank-you card", thickness: "1 mm" },
      stock: { preset: "kraft-120" },
      settings: { closure: "tab" },
      method: { board: "eighth-inch" },
      sheet: { preset: "us-letter" },
      quantity: 24,
      tape: "6 mm",
    },
  },
  {
    id: "demo-shop-voucher",
    name: "Farm-shop gift card",
    tags: ["Shop"],
    note: "Small enough to come out of the offcuts of the invitations.",
    spec: {
      units: "mm",
      form: "square-blank-envelope",
      contents: { preset: "gift-card", name: "Shop gift card" },
      stock: { preset: "text-120-plum" },
      settings: { cornerRadius: 8 },
      method: { board: "one-millimetre" },
      sheet: { width: 160, height: 210 },
      quantity: 60,
      tape: 6,
    },
  },
  {
    id: "demo-pressed-leaf",
    name: "Pressed-leaf card, slimline",
    tags: ["Shop", "inches"],
    note: "The leaf under its window makes it thick: see what the checks say.",
    spec: {
      units: "in",
      form: "square-blank-envelope",
      contents: { preset: "us-slimline", name: "Pressed-leaf card", thickness: "3 mm" },
      stock: { preset: "text-120" },
      method: { board: "eighth-inch" },
      sheet: { preset: "square-12in" },
      quantity: 12,
      tape: "9 mm",
    },
  },
  {
    id: "demo-leaf-deep",
    name: "Pressed-leaf card with layers, deep envelope",
    tags: ["Shop", "to post"],
    note: "Foam under the leaf and the window: too thick for a flat envelope, so it travels between walls.",
    holds: "demo-leaf-card",
    spec: {
      units: "mm",
      form: "deep-envelope",
      contents: { name: "Pressed-leaf card", width: 148, height: 105, thickness: 7.339 },
      stock: { preset: "cover-200" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 12,
      tape: 3,
    },
  },
  {
    id: "demo-leaf-card",
    name: "Pressed-leaf card, layer by layer",
    tags: ["Shop"],
    note: "The leaf lies under its window; the writing panel goes inside. Its envelope follows its thickness.",
    spec: {
      units: "mm",
      form: "card-base",
      contents: { preset: "iso-a6", name: "Pressed-leaf card" },
      stock: { preset: "cover-250" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 12,
      fittings: [
        { id: "mat", kind: "mat", name: "Plum mat", on: FRONT, border: 4, stock: { preset: "text-120-plum" } },
        {
          id: "leaf",
          kind: "mat",
          name: "Leaf panel",
          on: { ...FRONT, fitting: "mat" },
          border: 5,
          raised: 3,
          stock: { preset: "cover-200" },
        },
        {
          id: "window",
          kind: "frame",
          name: "Window frame",
          on: { ...FRONT, fitting: "leaf" },
          border: 0,
          width: 9,
          raised: 3,
          stock: { preset: "cover-160" },
        },
        WRITING,
      ],
    },
  },
  {
    id: "demo-gift-card",
    name: "Orchard shop gift card, with its note",
    tags: ["Shop"],
    note: "The gift card sits in a pocket inside; a note for the giver goes in the small envelope on the front.",
    spec: {
      units: "mm",
      form: "card-base",
      contents: { width: 105, height: 148, name: "Gift-card folder" },
      stock: { preset: "cover-250" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 20,
      fittings: [
        {
          id: "mat",
          kind: "panel",
          name: "Plum mat",
          on: FRONT,
          width: 97,
          height: 140,
          stock: { preset: "text-120-plum" },
        },
        {
          id: "panel",
          kind: "panel",
          name: "Chalk panel",
          on: { ...FRONT, fitting: "mat" },
          width: 90,
          height: 133,
          stock: { preset: "text-90" },
        },
        {
          id: "strip",
          kind: "strip",
          name: "Russet strip",
          on: { ...FRONT, fitting: "panel" },
          at: { x: { from: "left" } },
          runs: "down",
          width: 28,
          stock: { preset: "cover-160" },
        },
        {
          id: "apple",
          kind: "shape",
          name: "Apple",
          on: { ...FRONT, fitting: "panel" },
          at: { x: { from: "right", by: 8 }, y: { from: "top", by: 10 } },
          outline: "apple",
          width: 42,
          height: 40,
          raised: 2,
          stock: { preset: "cover-160" },
        },
        {
          id: "note",
          kind: "part",
          name: "Note envelope",
          on: { ...FRONT, fitting: "panel" },
          at: { x: { from: "centre", by: 8 }, y: { from: "bottom", by: 16 }, turn: 6 },
          form: "side-seam-envelope",
          contents: { width: 56, height: 36, thickness: 0.2, name: "Note" },
          stock: { preset: "kraft-120" },
        },
        {
          id: "pocket",
          kind: "part",
          name: "Gift-card pocket",
          on: { panel: "front", side: "inside" },
          at: { y: { from: "bottom", by: 20 } },
          form: "side-tab-pocket",
          contents: { preset: "gift-card" },
          stock: { preset: "cover-200" },
        },
        WRITING,
      ],
    },
  },
  {
    id: "demo-supper",
    name: "Harvest-supper invitation",
    tags: ["Open day", "to post"],
    note: "The formal one, for the long table under the trees.",
    spec: {
      units: "mm",
      form: "pointed-envelope",
      contents: { preset: "iso-a6", name: "Supper invitation" },
      stock: { preset: "text-120-plum" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a3" },
      quantity: 24,
      tape: 6,
    },
  },
  {
    id: "demo-certificate",
    name: "Orchard-keeper certificate",
    tags: ["inches"],
    note: "Stays flat: the certificate goes in from the short side.",
    spec: {
      units: "in",
      form: "open-end-envelope",
      contents: { preset: "certificate-us", name: "Certificate" },
      stock: { preset: "kraft-120" },
      method: { board: "scoring-eighth" },
      quantity: 6,
      tape: "9 mm",
    },
  },
  {
    id: "demo-recipe-card",
    name: "Apple-crisp recipe card",
    tags: ["Shop"],
    note: "",
    spec: {
      units: "in",
      form: "card-base",
      contents: { preset: "square-5in", name: "Recipe card" },
      stock: { preset: "cover-200" },
      settings: { fold: "side", cornerRadius: "1/8 in" },
      method: { board: "scoring-eighth" },
      sheet: { preset: "square-12in" },
      quantity: 30,
    },
  },
  {
    id: "demo-seed-pocket",
    name: "Seed-packet pocket",
    tags: ["Shop"],
    note: "One for each sort in the seed corner.",
    spec: {
      units: "mm",
      form: "side-tab-pocket",
      contents: { width: 62, height: 90, thickness: 2, name: "Seed packet" },
      stock: { preset: "kraft-120" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 36,
      tape: 6,
    },
  },
  {
    id: "demo-apple-pocket",
    name: "Apple pocket for the raffle prize",
    tags: ["Open day"],
    note: "Two apples that share a fold; write on the back who it is for.",
    spec: {
      units: "mm",
      form: "fold-over-pocket",
      contents: { preset: "gift-card", name: "Shop gift card" },
      stock: { preset: "text-120" },
      settings: { cutTo: "apple", writing: "lines" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 3,
      tape: 6,
    },
  },
  {
    id: "demo-raffle-pocket",
    name: "Raffle corner pocket",
    tags: ["Open day"],
    note: "The tickets show, and stay.",
    spec: {
      units: "mm",
      form: "diagonal-pocket",
      contents: { width: 110, height: 74, thickness: 1, name: "Raffle tickets" },
      stock: { preset: "cover-200" },
      settings: { overlay: "layer", border: 4 },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 12,
      tape: 6,
    },
  },
  {
    id: "demo-folder",
    name: "Orchard shop gift-card folder",
    tags: ["Shop"],
    note: "Foiled before it is folded. The card is stuck on its carrier.",
    spec: {
      units: "mm",
      form: "gift-card-folder",
      contents: { preset: "gift-card", name: "Shop gift card" },
      stock: { preset: "cover-250" },
      settings: { foiling: "frame" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 20,
      tape: 6,
    },
  },
  {
    id: "demo-recipe-band",
    name: "Band round eight recipe cards",
    tags: ["Shop"],
    note: "Locked by two slits: the cards can be had out and put back.",
    spec: {
      units: "mm",
      form: "belly-band",
      contents: { width: 127, height: 127, thickness: 4, name: "Eight recipe cards" },
      stock: { preset: "kraft-120" },
      settings: { heldBy: "slits", front: "out" },
      method: { board: "scoring-millimetre" },
      sheet: { preset: "iso-a4" },
      quantity: 30,
    },
  },
];

/** Their recipes as they are written. */
export const demoSpecs: readonly unknown[] = SAMPLES.map((s) => s.spec);

/** The demo drafts, read by the same reader as everything else. Their forms must be loaded. @throws when a sample is wrong: a mistake of ours that a test catches */
export const demoDrafts = (): Draft[] =>
  SAMPLES.map(({ spec, tags, ...sample }, i) => {
    const read = readSpec(spec);
    if (!read.ok)
      throw new Error(`demo draft '${sample.id}': ${read.problems.map((p) => `${p.field} ${p.code}`).join(", ")}`);
    const day = `${DAY}${String(25 - i).padStart(2, "0")}T09:00:00.000Z`;
    return { ...sample, tags: [...tags], made: day, changed: day, step: 1, spec: read.value };
  });
