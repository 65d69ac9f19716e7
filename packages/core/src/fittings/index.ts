/** Every kind of thing that can be placed on a panel. Readers, screens and tests walk this list. */
import { artwork } from "./artwork.ts";
import { cradle } from "./cradle.ts";
import { edge } from "./edge.ts";
import { frame } from "./frame.ts";
import { hole } from "./hole.ts";
import type { FittingKind } from "./kind.ts";
import { lettering } from "./lettering.ts";
import { line } from "./line.ts";
import { mat } from "./mat.ts";
import { panel } from "./panel.ts";
import { part } from "./part.ts";
import { perforation } from "./perforation.ts";
import { puzzle } from "./puzzle.ts";
import { shape } from "./shape.ts";
import { slit } from "./slit.ts";
import { strip } from "./strip.ts";
import { window } from "./window.ts";
import { words } from "./words.ts";

/** The kinds of things that are laid on panels, in the order they are offered. */
export const fittingKinds: readonly FittingKind[] = [
  ...[mat, frame, strip, panel, shape, puzzle, lettering, cradle],
  ...[words, artwork, hole, slit, window, line, perforation, edge],
  part,
];

/** The kind with this id; undefined when there is none. */
export const kindById = (id: string): FittingKind | undefined => fittingKinds.find((kind) => kind.id === id);
