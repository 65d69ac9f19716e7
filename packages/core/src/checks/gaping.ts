import type { Finding } from "../model/solution.ts";
import type { Whole } from "../fittings/whole.ts";
import { lastOrder, posesOf } from "../paper/pose.ts";
import { move, type Point3 } from "../paper/rigid.ts";
import { type Check, panelName } from "./check.ts";

/** mm between two places in space. */
const distance = (p: Point3, q: Point3): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

/** Paper gives this much (mm) along a fold: what is drawn and rounded by hand closes no better. */
const GIVES_MM = 0.5;

/** Glue that a maker asked for, between panels that do not come to lie on one another. */
const unglued = ({ parts, pieces }: Whole): Finding[] =>
  parts
    .flatMap(({ seams }) => seams)
    .filter(({ asked }) => asked)
    .flatMap(({ piece, panel, onto }): Finding[] => {
      const own = pieces.find(({ id }) => id === piece);
      if (!own || own.glue.some((zone) => zone.panel === panel && zone.onto.panel === onto.panel)) return [];
      const facts = { one: panelName(pieces, piece, panel), other: panelName(pieces, onto.piece, onto.panel) };
      return [{ check: "gaping", code: "unglued", severity: "warning", piece, panel, figure: 0, limit: 0, facts }];
    });

/**
 * A fold that no panel hangs by closes by itself: when all others are turned, its two sides meet.
 * Measured as paper without thickness, for a pile of plies stands apart and gives.
 */
export const gaping: Check = {
  id: "gaping",
  codes: ["gapes", "unglued"],
  run: (whole) => {
    const { pieces, joins, main } = whole;
    const state = { progress: lastOrder({ pieces, joins, main }), caliper: 0 };
    const gapes = pieces.flatMap((piece) => {
      const closing = piece.folds.filter(({ closes }) => closes);
      if (closing.length === 0) return [];
      const poses = posesOf(piece, state);
      return closing.flatMap(({ panels: [a, b], from, to }): Finding[] => {
        const [own, other] = [poses.get(a), poses.get(b)];
        if (!own || !other) return [];
        const [figure, at] = [from, to]
          .map((p) => [distance(move(own, [...p, 0]), move(other, [...p, 0])), p] as const)
          .reduce((x, y) => (y[0] > x[0] ? y : x));
        if (figure <= GIVES_MM) return [];
        const facts = { one: panelName(pieces, piece.id, a), other: panelName(pieces, piece.id, b) };
        const found = { check: "gaping", code: "gapes", severity: "warning", piece: piece.id, panel: b } as const;
        return [{ ...found, at, figure, limit: GIVES_MM, facts }];
      });
    });
    return [...gapes, ...unglued(whole)];
  },
};
