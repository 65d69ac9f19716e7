/**
 * A net of the maker's own, from a file: its panels, folds and cuts are found in its lines, and what no file says is answered.
 *
 *        ┌─────┐
 *        │ 2   │  each panel hangs on the one that it is scored to
 *   ┌────┼╌╌╌╌╌┼────┐
 *   │ 3  ╎  1  ╎ 4  │  the largest stays
 *   └────┼╌╌╌╌╌┼────┘
 *        │ 5   │
 *        └─────┘
 */
import { z } from "zod";
import { extentOf } from "../geometry/extent.ts";
import { boundsOf, flatten, type Path, placePath } from "../geometry/path.ts";
import { place, type Point, type Pose } from "../geometry/point.ts";
import type { PieceDraft, Stroke } from "../model/piece.ts";
import type { NetGlue, OwnNet } from "../model/net.ts";
import { SIZE_MM } from "../model/spec.ts";
import { laidRows, linesIn, type OwnPiece, ownNet, scaledNet } from "../nets/own.ts";
import { type Rectangle, outlined } from "../paper/panel.ts";
import { laid, type Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import type { Sheet } from "../paper/sheet.ts";
import { nth } from "../units/nth.ts";
import { defineForm, ground, type InputOf, type NetRead } from "./form.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({});

/** What a panel is called: by its number, until it is named. */
const nameOf = (id: string, names: OwnNet["names"]): string => names?.[id] ?? `Panel ${id.replace("panel-", "")}`;

/** A piece of a net as a sheet: lower left at the origin. */
function sheetOf(piece: OwnPiece, number: number, names: OwnNet["names"]): Sheet {
  const all = piece.panels.map(({ outline }) => extentOf(outline));
  const [left, bottom] = [Math.min(...all.map((box) => box.left)), Math.min(...all.map((box) => box.bottom))];
  const home: Pose = { x: -left, y: -bottom, rotation: 0, flip: false };
  const at = (path: Path): Path => placePath(path, home);
  const spot = (p: Point): Point => place(p, home);
  const id = number === 0 ? "net" : `net-${String(number + 1)}`;
  const ordered = [...piece.panels].sort((a, b) => Number(b.id === piece.root) - Number(a.id === piece.root));
  const panels = ordered.map((panel) => ({ id: panel.id, name: nameOf(panel.id, names), outline: at(panel.outline) }));
  const strokes = piece.loose.map(({ path }, i): Stroke => ({
    ...{ id: `${id}-score-${String(i + 1)}`, role: "score", fold: "valley", face: "front", path: at(path) },
  }));
  const blank = {
    width: Math.max(...all.map((box) => box.right)) - left,
    height: Math.max(...all.map((box) => box.top)) - bottom,
  };
  const draft: PieceDraft = {
    ...{ id, name: number === 0 ? "Net" : `Net, piece ${String(number + 1)}`, quantity: 1, blank, glue: [] },
    laid: { x: 0, y: 0, rotation: 0, flip: false },
    root: piece.root,
    panels,
    folds: piece.folds.map(({ id: fold, panels: two, from, to, path, angle, order, closes }) => ({
      ...{ id: fold, panels: two, from: spot(from), to: spot(to), angle, order },
      ...(path && { path: at(path) }),
      ...(closes && { closes }),
    })),
    cuts: piece.cuts.map(({ panel, kind, path }, i) => ({
      ...{ id: `${id}-cut-${String(i + 1)}`, panel, path: at(path) },
      kind: kind === "slit" ? "slit" : "window",
    })),
    ...(strokes.length > 0 && { strokes }),
  };
  return {
    id,
    panels: panels.map(({ id: own, name, outline }) => boxed(own, name, outline)),
    blank,
    laid: draft.laid,
    piece: draft,
  };
}

/** A panel with the box round it, where it lies: what is laid and measured asks for that. */
function boxed(id: string, name: string, outline: Path): Rectangle {
  const points = flatten(outline);
  const box = boundsOf(points);
  const made = outlined(id, name, { width: box.right - box.left, height: box.top - box.bottom }, outline);
  return { ...made, reach: points };
}

/** As large as a hand holds it: what goes with a net is only what its largest panel is. */
const held = (mm: number): string => `${String(Math.min(SIZE_MM.max, Math.max(SIZE_MM.min, mm)))} mm`;

/** What is wrong with a net, or what goes with it where nobody has said. */
function ofNet(net: OwnNet): NetRead {
  if (!linesIn(net))
    return { wrong: { field: "net.lines", wants: "path data of absolute M, L, C, A and Z, A of circles alone" } };
  const { pieces, told } = ownNet(net);
  const panels = pieces.flatMap((piece) => piece.panels);
  if (told.some(({ code }) => code === "too-many"))
    return { wrong: { field: "net.lines", wants: "lines of 20000 parts at most, where they cross counted" } };
  if (panels.length === 0) return { wrong: { field: "net.lines", wants: "lines that enclose paper" } };
  const isThere = (id: string | undefined): boolean => id === undefined || panels.some((panel) => panel.id === id);
  const said = {
    root: [net.root],
    holds: [net.holds],
    glued: (net.glued ?? []).flatMap(({ panel, onto }) => [panel, onto]),
  };
  const [field] = Object.entries(said).find(([, ids]) => !ids.every(isThere)) ?? [];
  if (field !== undefined) {
    const known = panels.slice(0, 30).map(({ id }) => id);
    return { wrong: { field: `net.${field}`, wants: `a panel of the net: ${known.join(", ")}` } };
  }
  const on = panels.find(({ id }) => id === (net.holds ?? net.root ?? pieces[0]?.root)) ?? nth(panels, 0);
  const { left, right, bottom, top } = extentOf(on.outline);
  return { contents: { width: held(right - left), height: held(top - bottom), thickness: "0.3 mm" } };
}

const middleOf = ({ reach }: Rectangle): Point => {
  const { left, right, bottom, top } = boundsOf(reach);
  return [(left + right) / 2, (bottom + top) / 2];
};

/** A piece laid on a panel of another: the middle of its own panel on that one's, moved and turned as was said. */
function laidBy({ face = "front", x = 0, y = 0, turn = 0, flip }: NetGlue, sheet: Sheet, own: Point, under: Rectangle) {
  const down = flip ?? face === "back";
  const [dx, dy] = place(own, { x: 0, y: 0, rotation: turn, flip: down });
  const [mx, my] = middleOf(under);
  return laid(sheet, under, face, { at: [mx + x - dx, my + y - dy], turned: turn, flip: down });
}

type Input = InputOf<typeof settings>;

function draft({ net }: Input): Said {
  const { pieces } = net ? ownNet(net) : { pieces: [] };
  if (!net || pieces.length === 0) throw new Error("a net of one's own is read before it is drafted");
  const sheets = pieces.map((piece, i) => sheetOf(piece, i, net.names));
  const main = nth(sheets, 0);
  const all = sheets.flatMap(({ panels }) => panels);
  const of = (id: string) => all.find((panel) => panel.id === id);
  const rows = net.glued ?? [];
  const joins = laidRows(pieces, rows).flatMap(({ row, own, under }) => {
    const sheet = sheets.find(({ panels }) => panels.some(({ id }) => id === own));
    const [above, below] = [of(own), of(under)];
    return sheet && above && below ? [laidBy(row, sheet, middleOf(above as Rectangle), below as Rectangle)] : [];
  });
  const seams = rows.flatMap(({ panel, onto }) => {
    const [own, under] = [of(panel), of(onto)];
    return own && under ? [glued(own, under, { asked: true })] : [];
  });
  const on = net.holds === undefined ? undefined : (of(net.holds) as Rectangle | undefined);
  const root = nth(main.panels, 0) as Rectangle;
  const lies = on && boundsOf(on.reach);
  return {
    sheets: [main, ...sheets.slice(1)],
    ...(joins.length > 0 && { joins }),
    ...(seams.length > 0 && { glue: seams }),
    ...(on && lies
      ? {
          holds: {
            ...{ on, across: on.width, up: on.height, loose: true as const },
            at: [(lies.left + lies.right) / 2, (lies.bottom + lies.top) / 2] as const,
          },
        }
      : { size: { width: root.width, height: root.height } }),
  };
}

/** A net from elsewhere, folded like any form of ours. */
export const ownNetForm = defineForm({
  id: "own-net",
  title: FORM_TITLES["own-net"],
  purpose: "part",
  about: "A whole net out of a file: its lines are read, and folded as you say.",
  settings,
  outside: "front",
  heaviest: 350,
  grounds: () => [ground("panel-1", "Panel 1", 0, 0)],
  ofNet,
  scaled: scaledNet,
  draft,
});
