/** What is the same whatever the paper was scored on: fold, glue, fill, close. */
import type { Piece } from "../model/piece.ts";
import type { Scene } from "../model/solution.ts";
import { HERE } from "../geometry/point.ts";
import { assembled } from "../folding/pose.ts";
import { stagesOf } from "../folding/stages.ts";
import { boundsOf, flatten } from "../geometry/path.ts";
import { marginsOf } from "../paper/margin.ts";
import type { Making, StepDraft } from "./method.ts";

const strokesOf = (piece: Piece): string[] => ["outline", ...piece.lines.map((l) => l.id)];

/** A piece lying on the table, drawn face up, with only so much done to it. */
export const flatOnTable = (piece: Piece, done: readonly string[], now: readonly string[]): Scene => ({
  on: "table",
  piece: piece.id,
  pose: HERE,
  done,
  now,
  folded: 0,
});

/** A piece on the table with everything cut and scored, folded up to an order. */
export const onTable = (piece: Piece, folded: number, now: readonly string[] = []): Scene => ({
  ...flatOnTable(piece, strokesOf(piece), now),
  folded,
});

/** Creases, parts glued on, folds in their order with each flap glued just before it closes, filling before what closes. */
export function assemblySteps(making: Making): StepDraft[] {
  const { pieces, drafted } = making;
  const [main, ...rest] = pieces;
  if (!main) return [];
  const others = rest.filter((piece) => drafted.joins.some((j) => j.piece === piece.id));
  const whole = assembled({ pieces, joins: drafted.joins });
  const folds = whole.flatMap((piece) => piece.folds);
  const glues = whole.flatMap((piece) => piece.glue);
  const named = (panel: string): string =>
    nameOf(whole.find((p) => p.panels.some((q) => q.id === panel)) ?? main, panel);
  const orders = [...new Set(folds.map((f) => f.order))].sort((a, b) => a - b);
  const stages = stagesOf({ pieces, joins: drafted.joins, contents: drafted.contents });
  const steps: StepDraft[] = [];
  if (folds.length > 0) {
    const now = folds.map((f) => f.id);
    steps.push({ kind: "fold", code: "crease-all", facts: { folds: folds.length }, scene: onTable(main, 0, now) });
  }
  const layers = others.filter((o) => o.stock !== undefined);
  for (const other of others) if (!layers.includes(other)) steps.push(...joining(other, pieces, main));
  orders.forEach((order) => {
    const folding = folds.filter((f) => f.order === order);
    const moving = folding.map((f) => f.panels[1]);
    const glued = glues.filter((g) => moving.includes(g.panel));
    const fills = stages.fillsAfter === order - 1;
    const closes = stages.fillsAfter !== undefined && order > stages.fillsAfter;
    const walled = folding.every((f) => Math.abs(f.angle) < 179);
    if (glued[0]) {
      const web = glued[0].web === true;
      const now = glued.map((g) => g.id);
      // between walls the contents' thickness holds the corners square while the glue sets
      if (walled && !web && drafted.inside.depth > 0) {
        const thickness = drafted.contents[0]?.thickness ?? drafted.inside.depth;
        const scene = onTable(main, order - 1);
        steps.push({ kind: "glue", code: "spacer", measure: thickness, facts: { depth: drafted.inside.depth }, scene });
      }
      steps.push({
        kind: "glue",
        code: web ? "glue-web" : "glue-flap",
        facts: { flap: [...new Set(glued.map((g) => named(g.panel)))].join(" and "), tape: glued[0].widestTape },
        scene: onTable(main, order - 1, now),
      });
    }
    if (fills) {
      const facts = { contents: drafted.contents[0]?.name ?? "" };
      steps.push({ kind: "fill", code: "fill", facts, scene: onTable(main, order - 1, ["contents"]) });
    }
    const last = order === orders.at(-1);
    // a wall closes with the flap that hangs on it: one step, told at the flap
    if (closes && !last) return;
    const tabbed = closes && others.some((o) => o.folds.length === 0);
    const valley = folding[0] && folding[0].angle >= 0 ? 1 : 0;
    const flaps = listed(moving.map(named));
    const code = closes
      ? tabbed
        ? "close-tab"
        : "close"
      : glued[0] && glued[0].face === "front"
        ? "fold-press"
        : walled
          ? "stand-up"
          : "fold-in";
    const hung = whole.some((p) => p.folds.some((f) => moving.includes(f.panels[1]) && f.panels[0] !== p.root));
    steps.push({
      kind: closes ? "close" : "fold",
      code: code === "stand-up" && hung ? "fold-on" : code,
      facts: { flaps, valley },
      scene: onTable(
        main,
        order,
        folding.map((f) => f.id),
      ),
    });
  });
  for (const sheet of layers) steps.push(...layering(sheet, making, main));
  const { finish } = drafted;
  if (finish) steps.push({ ...finish, scene: onTable(main, orders.at(-1) ?? 0) });
  return steps;
}

/** A layer: cut from its own paper, laid on with the border it leaves. */
function layering(sheet: Piece, { pieces, drafted }: Making, main: Piece): StepDraft[] {
  const join = drafted.joins.find((j) => j.piece === sheet.id);
  const margins = join && marginsOf(pieces, join);
  if (!join || !margins) return [];
  const opening = sheet.cuts[0] && boundsOf(flatten(sheet.cuts[0].path));
  const size = {
    part: sheet.name,
    paper: sheet.stock?.title ?? "",
    width: sheet.blank.width,
    height: sheet.blank.height,
  };
  const ground = pieces.find((p) => p.id === join.onto.piece);
  const onto = ground === main ? nameOf(main, join.onto.panel) : (ground?.name.toLowerCase() ?? "");
  return [
    {
      kind: "cut",
      code: opening ? "cut-frame" : "cut-layer",
      facts: opening
        ? { ...size, openWidth: opening.right - opening.left, openHeight: opening.top - opening.bottom }
        : size,
      scene: onTable(sheet, 0, ["outline"]),
    },
    {
      kind: "glue",
      code: "lay-on",
      measure: margins.left,
      facts: {
        part: sheet.name,
        onto: join.onto.face === "back" && ground === main ? `inside of the ${onto}` : onto,
        side: margins.left,
        top: margins.top,
        raised: join.raised ?? 0,
      },
      scene: onTable(main, 0, [sheet.id]),
    },
  ];
}

/** A further piece: cut out where it was not scored on the board, and glued to its place. */
function joining(other: Piece, pieces: readonly Piece[], main: Piece): StepDraft[] {
  const { width, height } = other.blank;
  const onto = panelName(pieces, other.glue[0]?.onto);
  const strip = other.folds.length > 0;
  const cut: StepDraft = {
    kind: "cut",
    code: "cut-part",
    facts: { part: other.name, width, height },
    scene: onTable(other, 0, ["outline"]),
  };
  const glue: StepDraft = {
    kind: "glue",
    code: strip ? "glue-strip" : "glue-part",
    facts: { part: other.name, onto, tape: other.glue[0]?.widestTape ?? 0 },
    scene: onTable(
      main,
      0,
      other.panels.map((p) => p.id),
    ),
  };
  return strip ? [glue] : [cut, glue];
}

/** One, two and three, as a sentence lists them. */
const listed = (names: readonly string[]): string =>
  [names.slice(0, -1).join(", "), names.at(-1)].filter(Boolean).join(" and ");

/** A panel's name inside a sentence. */
export const nameOf = (piece: Piece, panel: string): string =>
  piece.panels.find((p) => p.id === panel)?.name.toLowerCase() ?? panel;
const panelName = (pieces: readonly Piece[], onto: { piece: string; panel: string } | undefined): string => {
  const piece = pieces.find((p) => p.id === onto?.piece);
  return piece && onto ? nameOf(piece, onto.panel) : "";
};
