/** The shelf of Quillfen Orchard: what its makers have on the table for the open day. */
import { catalogue, find, type ShelfEntry, type ShelfPaper } from "@cut-fold/core";

const paper = (id: string, title: string, like: string, by: Partial<ShelfPaper>): ShelfPaper => {
  const stock = find(catalogue.stocks, like);
  if (!stock) throw new Error(`the catalogue lacks ${like}`);
  const { weight, caliper, face, back } = stock;
  return { kind: "paper", id: `demo-${id}`, title, weight, caliper, face, back, ...by };
};
const A4 = { width: 210, height: 297 };

/** New each time: nobody changes another one's. */
export const demoShelf = (): readonly ShelfEntry[] => [
  paper("oat", "Text 120 g/m², oat", "text-120", { ...A4, grain: "height", left: 18, price: 0.22 }),
  paper("plum", "Plum, leaves on its face", "text-120-plum", {
    ...{ pattern: "small leaves on the face", width: 304.8, height: 304.8, left: 4, price: 0.9 },
  }),
  paper("chalk", "Card 250 g/m², chalk", "cover-250", { width: 297, height: 420, left: 11, price: 0.48 }),
  paper("brown", "Wrapping brown 120 g/m²", "kraft-120", { width: 350, height: 500, left: 0, price: 0.15 }),
  { kind: "offcut", id: "demo-r1", paper: "Text 120 g/m², oat", own: "demo-oat", width: 210, height: 130, left: 5 },
  {
    kind: "offcut",
    id: "demo-r2",
    paper: "Plum, leaves on its face",
    own: "demo-plum",
    width: 140,
    height: 304,
    left: 2,
  },
  {
    kind: "offcut",
    id: "demo-r3",
    paper: "Wrapping brown 120 g/m²",
    own: "demo-brown",
    width: 120,
    height: 210,
    left: 3,
  },
  {
    ...{ kind: "board", id: "demo-board", title: "The packing shed's board", method: "punch-board" },
    ...{ board: "one-millimetre", notch: 11.1 },
  },
  { kind: "ruler", id: "demo-ruler", title: "The long steel ruler", ruler: "half-millimetre" },
  { kind: "mat", id: "demo-mat", title: "The scratched mat", width: 280, height: 290 },
  { kind: "machine", id: "demo-cutter", title: "Small cutter, 4½ in wide", width: 114.3, height: 292 },
  { kind: "printer", id: "demo-printer", title: "Printer in the shop", sheet: "iso-a4" },
  { kind: "tape", id: "demo-tape", title: "Red-backed tape", width: 6 },
  { kind: "contents", id: "demo-voucher", title: "Cider voucher", width: 98, height: 62, thickness: 0.3 },
  { kind: "envelope", id: "demo-envelopes", title: "Last year's green envelopes", width: 160, height: 112 },
];
