/** One of each: where a row has a list of names, the pieces that carry it are made once for every name. */
import { linesIn } from "../model/setting.ts";
import type { Piece } from "../model/piece.ts";
import type { Solution } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";
import { solve } from "../solve.ts";

const namesOf = (row: NonNullable<Spec["fittings"]>[number]): readonly string[] =>
  typeof row["names"] === "string" ? linesIn(row["names"]) : [];

/** The names of a recipe, as they will stand on one piece after another; none where no row has a list. */
export const namesIn = ({ fittings = [] }: Spec): readonly string[] => {
  const lists = fittings.map(namesOf);
  const most = Math.max(0, ...lists.map((names) => names.length));
  return Array.from({ length: most }, (_, i) => lists.flatMap((names) => names[i] ?? []).join(", "));
};

/** The recipe for the name at a place of each list: what stands on that one piece. A shorter list stands empty from its end on. */
export const specFor = (spec: Spec, i: number): Spec => ({
  ...spec,
  ...(spec.fittings && {
    fittings: spec.fittings.map((row) => {
      const names = namesOf(row);
      return names.length === 0 ? row : { ...row, names: "", text: names[i] ?? "" };
    }),
  }),
});

/** Whether a row with a list of names has left something on a piece. */
const carries = ({ fitting, cuts, strokes = [] }: Piece, listed: ReadonlySet<string | undefined>): boolean =>
  (fitting !== undefined && listed.has(fitting)) ||
  [...cuts, ...strokes].some((made) => made.fitting !== undefined && listed.has(made.fitting));

/** The solution with a piece for every name, called by it; what carries none stays as it is. For what is printed and cut. */
export function eachNamed(solution: Solution): Solution {
  const { spec } = solution;
  const names = namesIn(spec);
  if (names.length === 0) return solution;
  const listed = new Set((spec.fittings ?? []).filter((row) => namesOf(row).length > 0).map((row) => row.id));
  const once = solution.pieces.filter((piece) => !carries(piece, listed));
  const each = names.flatMap((name, i) =>
    solve(specFor(spec, i))
      .pieces.filter((piece) => carries(piece, listed) || !once.some(({ id }) => id === piece.id))
      .map((piece): Piece => ({
        ...piece,
        ...{ id: `${piece.id}-${String(i + 1)}`, name: `${piece.name}: ${name}`, quantity: 1 },
      })),
  );
  // what is worked out when it is read stays so
  return Object.defineProperty(Object.create(Object.prototype, Object.getOwnPropertyDescriptors(solution)), "pieces", {
    enumerable: true,
    value: [...each, ...once],
  }) as Solution;
}
