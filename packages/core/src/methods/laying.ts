/** How what lies on a panel comes there: made by itself, glued where its rule says, filled where it stays. */
import type { Whole } from "../fittings/whole.ts";
import type { Piece } from "../model/piece.ts";
import type { Deed, Scene } from "../model/solution.ts";
import { acrossStep } from "./gluing.ts";
import { type Bench, gumFacts, onTable, openOrder } from "./bench.ts";
import { deeds, type StepSaid } from "./method.ts";
import { nameOf } from "./scene.ts";

/** Glued on what it rests on, with what it leaves free of its ground; and across a fold, to the other side. */
export function layingSteps(bench: Bench, ground: Bench): StepSaid[] {
  const own = bench.whole.map((p) => p.id);
  const scene = onTable(ground, openOrder(ground), own, [...ground.laid, ...own]);
  const lay = layOn(bench, ground, scene);
  return [...(lay ? [lay] : []), ...across(bench, ground, own)];
}

/** What goes across a fold is glued to the other side when the card is closed on it. */
function across({ part, main }: Bench, ground: Bench, own: readonly string[]): StepSaid[] {
  if (part.kind?.acrossFold !== true) return [];
  const zones = main.glue.filter((g) => g.panel !== main.root && g.onto.piece === ground.main.id);
  const [first] = zones;
  if (!first) return [];
  const there = { ...ground, laid: [...ground.laid, ...own] };
  return [acrossStep(there, openOrder(ground), main, zones, nameOf(ground.main, first.onto.panel))];
}

/** How what something lies on is called: a panel, or a whole flat piece. */
function groundName(
  making: Whole,
  ground: Bench,
  { piece, panel, face }: NonNullable<Bench["part"]["lies"]>["ground"],
) {
  const under = making.pieces.find((p) => p.id === piece);
  if (!under) return "";
  const inside =
    under === ground.main && under.folds.length > 0 && (ground.part.outside === "front") !== (face === "front");
  const named = under === ground.main || under.folds.length > 0 ? nameOf(under, panel) : under.name.toLowerCase();
  return inside ? `inside of the ${named}` : named;
}

function layOn(bench: Bench, ground: Bench, scene: Scene): StepSaid | undefined {
  const { part, main, making } = bench;
  const { lies } = part;
  const join = making.joins.find((j) => j.piece === main.id);
  if (!lies || !join) return undefined;
  const [left, low] = lies.corner;
  const tabs = part.stands?.on ?? [];
  const zones = main.glue.filter((g) => g.onto.piece !== main.id && (g.panel === main.root || tabs.includes(g.panel)));
  const puzzle = part.kind?.inPieces === true;
  const does: readonly Deed[] = [...deeds("glue", main, zones), { act: "put", id: main.id }];
  return {
    kind: "glue",
    code: puzzle ? "lay-puzzle" : "lay-on",
    measure: left,
    facts: {
      part: main.name,
      onto: groundName(making, ground, lies.ground),
      side: left,
      right: lies.ground.width - left - lies.width,
      bottom: low,
      top: lies.ground.height - low - lies.height,
      turn: lies.turn,
      raised: join.raised ?? 0,
      tabs: tabs.length > 0 ? 1 : 0,
      ...(puzzle && puzzleFacts(main, making)),
      ...gumFacts(bench, Math.min(...zones.map((g) => g.widestTape))),
    },
    does,
    scene,
  };
}

/** Whether the pieces of a puzzle are numbered, and whether their place is marked beneath them. */
function puzzleFacts(main: Piece, { pieces }: Whole) {
  const marked = pieces.some((p) => p !== main && (p.strokes ?? []).some((s) => s.fitting === main.fitting));
  return { numbered: (main.strokes ?? []).length > 0 ? 1 : 0, marked: marked ? 1 : 0 };
}
