/** What is the same whatever the paper was scored on: fold, glue, fill, close. */
import type { Piece } from "../model/piece.ts";
import type { Scene } from "../model/solution.ts";
import { HERE } from "../geometry/point.ts";
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

/** Folds in their order, gluing each flap just before it closes, filling before the last flap. */
export function assemblySteps({ pieces, drafted }: Making): StepDraft[] {
  const [main, ...others] = pieces;
  if (!main) return [];
  const steps: StepDraft[] = [];
  const orders = [...new Set(main.folds.map((f) => f.order))].sort((a, b) => a - b);
  steps.push({
    kind: "fold",
    code: "crease-all",
    facts: { folds: main.folds.length },
    scene: onTable(
      main,
      0,
      main.folds.map((f) => f.id),
    ),
  });
  for (const other of others) {
    steps.push({
      kind: "cut",
      code: "cut-part",
      facts: { part: other.name, width: other.blank.width, height: other.blank.height },
      scene: onTable(other, 0, ["outline"]),
    });
    steps.push({
      kind: "glue",
      code: "glue-part",
      facts: { part: other.name, onto: panelName(pieces, other.glue[0]?.onto) },
      scene: onTable(
        main,
        0,
        other.panels.map((p) => p.id),
      ),
    });
  }
  orders.forEach((order, i) => {
    const folding = main.folds.filter((f) => f.order === order);
    const moving = folding.map((f) => f.panels[1]);
    const glued = main.glue.filter((g) => moving.includes(g.panel));
    const holds = drafted.contents.length > 0;
    const closes = holds && i === orders.length - 1;
    if (glued[0]) {
      steps.push({
        kind: "glue",
        code: "glue-flap",
        facts: { flap: nameOf(main, glued[0].panel), tape: glued[0].widestTape },
        scene: onTable(
          main,
          orders[i - 1] ?? 0,
          glued.map((g) => g.id),
        ),
      });
    }
    if (closes) {
      steps.push({
        kind: "fill",
        code: "fill",
        facts: { contents: drafted.contents[0]?.name ?? "" },
        scene: onTable(main, orders[i - 1] ?? 0, ["contents"]),
      });
    }
    const flaps = moving.map((id) => nameOf(main, id)).join(" and ");
    const kind = closes ? "close" : "fold";
    const tabbed = closes && others.length > 0;
    steps.push({
      kind,
      code: tabbed ? "close-tab" : closes ? "close" : glued[0] ? "fold-press" : "fold-in",
      facts: { flaps, valley: folding[0] && folding[0].angle >= 0 ? 1 : 0 },
      scene: onTable(
        main,
        order,
        folding.map((f) => f.id),
      ),
    });
  });
  return steps;
}

/** A panel's name inside a sentence. */
export const nameOf = (piece: Piece, panel: string): string =>
  piece.panels.find((p) => p.id === panel)?.name.toLowerCase() ?? panel;
const panelName = (pieces: readonly Piece[], onto: { piece: string; panel: string } | undefined): string => {
  const piece = pieces.find((p) => p.id === onto?.piece);
  return piece && onto ? nameOf(piece, onto.panel) : "";
};
