/** How a piece comes to its place on another: what is glued on, put through, slid in, and where, measured on what it lies on. */
import { boundsOf, flatten } from "../geometry/path.ts";
import { compose, HERE, invert, place, type Point } from "../geometry/point.ts";
import type { Join, Piece } from "../model/piece.ts";
import { type Bench, gumFacts, joinOf, onTable } from "./bench.ts";
import { deeds, idIn, type StepSaid } from "./method.ts";
import { nameOf } from "./scene.ts";

/** mm that a piece leaves free of the panel it lies on, as one looks at that face; less than nothing where it stands past it. */
export function marginsOn(piece: Piece, under: Piece, join: Join) {
  const upright = invert(under.laid);
  const own = piece.panels.find((p) => p.id === join.panel)?.outline ?? [];
  const lies = boundsOf(flatten(own).map((p): Point => place(place(p, join), upright)));
  const on = under.panels.find((p) => p.id === join.onto.panel)?.outline ?? [];
  const ground = boundsOf(flatten(on).map((p): Point => place(p, upright)));
  const [low, high] = [lies.left - ground.left, ground.right - lies.right] as const;
  const [side, right] = join.onto.face === "front" ? [low, high] : [high, low];
  const bottom = lies.bottom - ground.bottom;
  // how far down from the head of what it lies on it begins
  const reach = ground.top - ground.bottom - bottom;
  return { side, right, bottom, top: ground.top - lies.top, reach };
}

/** What lies on a carrier is measured on the panel that carries both: there the hand has edges to measure from. */
function carriedBy(bench: Bench, join: Join): Join {
  const below = join.onto.piece === bench.main.id ? undefined : joinOf(bench, { id: join.onto.piece });
  return below ? { ...join, ...compose(below, join), onto: below.onto } : join;
}

/** The face of the piece on the table that another lies on, or what that lies on. */
function faceOnMain(bench: Bench, piece: Pick<Piece, "id">): "front" | "back" {
  const join = joinOf(bench, piece);
  if (!join) return "front";
  return join.onto.piece === bench.main.id ? join.onto.face : faceOnMain(bench, { id: join.onto.piece });
}

function marginsFor(other: Piece, under: Piece, bench: Bench, join: Join) {
  if (join.told !== "glue-carrier") return marginsOn(other, under, join);
  const measured = carriedBy(bench, join);
  const on = bench.making.pieces.find((p) => p.id === measured.onto.piece) ?? under;
  return { ...marginsOn(other, on, measured), over: nameOf(on, measured.onto.panel) };
}

/** Puts a further piece of the same form in its place; it is made by then. */
export function putStep(other: Piece, bench: Bench): StepSaid | undefined {
  const join = joinOf(bench, other);
  const under = bench.making.pieces.find((p) => p.id === join?.onto.piece);
  if (!join || !under) return undefined;
  // what is glued to what comes down on it later is glued then
  const now = other.glue.filter((g) => g.panel === other.root || join.stands);
  const behind = under.glue.filter((g) => g.onto.piece === other.id && g.panel === join.onto.panel);
  const [glue] = [...now, ...behind];
  const told = join.told;
  const cover = glue !== undefined && told === undefined && join.onto.face === bench.part.outside;
  const inside = under === bench.main && join.onto.face !== bench.part.outside;
  const onto = nameOf(under, join.onto.panel);
  return {
    kind: glue ? "glue" : "fold",
    code: told ?? (cover ? "glue-cover" : "glue-piece"),
    facts: {
      part: other.name,
      onto,
      inside: inside ? 1 : 0,
      also: join.also ? 1 : 0,
      ...marginsFor(other, under, bench, join),
      ...gumFacts(bench, Math.min(...[...now, ...behind].map((g) => g.widestTape))),
    },
    does: [...deeds("glue", other, now), ...deeds("glue", under, behind), { act: "put", id: other.id }],
    // what lies behind the piece on the table is seen with that turned over
    scene: {
      ...onTable(
        bench,
        0,
        other.panels.map((p) => idIn(other, p.id)),
      ),
      pose: { ...HERE, flip: faceOnMain(bench, other) === "back" },
    },
  };
}
