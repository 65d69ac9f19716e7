/**
 * Follows the steps of a solution blindly, as hands do that know nothing of the drawing, and tells what was not asked for,
 * what was left out, what came twice and what came too early. What a solution asks for is read off its paper alone.
 */
import { distance } from "../geometry/point.ts";
import { boundsOf, flatten } from "../geometry/path.ts";
import type { Piece } from "../model/piece.ts";
import type { Deed, Solution } from "../model/solution.ts";

const keyOf = ({ act, id, face }: Deed): string => `${act} ${id}${face ? ` (${face})` : ""}`;

/** Within this (mm) an edge is the sheet's own. */
const ON_SHEET = 1e-4;

/** Whether all of a piece's edge is its sheet's, or made by a corner rounder. */
function isSheet({ outline, blank, rounding = 0 }: Piece): boolean {
  return outline.flat().every((edge) => {
    if (edge.kind === "arc") return rounding > 0 && Math.abs(distance(edge.centre, edge.from) - rounding) < ON_SHEET;
    if (edge.kind !== "line") return false;
    const at = (i: 0 | 1, where: number) => [edge.from, edge.to].every((p) => Math.abs(p[i] - where) < ON_SHEET);
    return at(0, 0) || at(0, blank.width) || at(1, 0) || at(1, blank.height);
  });
}

const isRounded = ({ outline, rounding = 0 }: Piece): boolean =>
  rounding > 0 &&
  outline.flat().some((e) => e.kind === "arc" && Math.abs(distance(e.centre, e.from) - rounding) < ON_SHEET);

/** Everything that a solution asks of a hand, from its pieces, joins and contents. */
export function askedOf(s: Solution): readonly string[] {
  const asked: Deed[] = [];
  for (const piece of s.pieces) {
    const id = (own: string) => `${piece.id}/${own}`;
    // what is punched lies slantwise on its square
    // a machine cuts it out whole
    const punched = s.spec.method.kind !== "machine" && piece.folds.length === 4 && piece.laid.rotation % 90 !== 0;
    if (!piece.bought) {
      asked.push({ act: "cut", id: id("blank") });
      if (!punched) asked.push({ act: "cut", id: id("outline") });
      if (punched) asked.push(...[1, 2, 3, 4].map((n): Deed => ({ act: "cut", id: id(`notch-${String(n)}`) })));
      if (punched ? piece.rounding !== undefined : isRounded(piece)) asked.push({ act: "round", id: id("outline") });
    }
    for (const line of piece.lines) {
      if (line.role === "guide") continue;
      const isFold = piece.folds.some((f) => f.id === line.id);
      const isCut = piece.cuts.some((c) => c.id === line.id);
      if (piece.bought && isFold) continue;
      const drawn = !isFold && !isCut;
      const foot = line.foots !== undefined;
      asked.push({
        act: line.role,
        id: id(line.id),
        ...(drawn && !foot && { face: line.face ?? "front" }),
      });
    }
    for (const fold of piece.folds) {
      if (fold.slack) continue;
      if (!piece.bought) asked.push({ act: "crease", id: id(fold.id) });
      if (fold.angle !== 0) asked.push({ act: "fold", id: id(fold.id) });
    }
    for (const glue of piece.glue) asked.push({ act: "glue", id: id(glue.id) });
    if (piece.id !== s.main && piece.within === undefined) asked.push({ act: "put", id: piece.id });
  }
  for (const { on } of s.contents) asked.push({ act: "fill", id: `${on.piece}/contents` });
  return asked.map(keyOf).sort();
}

/** What went wrong when the steps were followed; nothing where they make what was drawn. */
export function followed(s: Solution): readonly string[] {
  const wrong: string[] = [];
  const done = new Set<string>();
  const asked = new Set(askedOf(s));
  const did = (act: Deed["act"], id: string): boolean =>
    ["", " (front)", " (back)"].some((face) => done.has(`${act} ${id}${face}`));
  const pieceOf = (id: string): Piece | undefined => s.pieces.find((p) => id.startsWith(`${p.id}/`) || id === p.id);
  for (const step of s.steps) {
    for (const deed of step.does) {
      const key = keyOf(deed);
      if (done.has(key)) wrong.push(`twice: ${key}`);
      // on a punch board notches, tips and roundings make the outline between them
      else if (!asked.has(key) && !/\/tip-/u.test(deed.id)) wrong.push(`not asked: ${key}`);
      const piece = pieceOf(deed.id);
      const own = deed.id.slice((piece?.id.length ?? 0) + 1);
      if (piece && (deed.act === "fold" || deed.act === "crease") && !piece.bought && !did("score", deed.id))
        wrong.push(`not scored before: ${key}`);
      if (
        piece &&
        deed.act === "fold" &&
        !piece.bought &&
        !step.does.some((d) => d.act === "crease") &&
        !did("crease", deed.id)
      )
        wrong.push(`not creased before: ${key}`);
      if (
        piece &&
        deed.act !== "fold" &&
        deed.act !== "put" &&
        deed.act !== "glue" &&
        deed.act !== "fill" &&
        deed.act !== "crease"
      )
        for (const fold of piece.folds) if (did("fold", `${piece.id}/${fold.id}`)) wrong.push(`${key} on folded paper`);
      if (deed.act === "glue") {
        const glue = piece?.glue.find((g) => g.id === own);
        const panelFolds = piece?.folds.filter((f) => f.panels[1] === glue?.panel && f.angle !== 0) ?? [];
        const under = s.pieces.find((p) => p.id === glue?.onto.piece);
        const closes = under?.folds.some(
          (f) => f.panels[1] === glue?.onto.panel && f.angle !== 0 && did("fold", `${under.id}/${f.id}`),
        );
        const shut = panelFolds.every((f) => did("fold", `${piece?.id ?? ""}/${f.id}`)) && panelFolds.length > 0;
        if (shut && closes) wrong.push(`${key} after both are folded`);
      }
      if (deed.act === "fill") {
        const lying = s.contents.find((c) => `${c.on.piece}/contents` === deed.id);
        for (const fold of lying?.closes ?? []) if (did("fold", fold)) wrong.push(`${key} after ${fold} is closed`);
      }
      const cut = piece && (did("cut", `${piece.id}/outline`) || did("cut", `${piece.id}/notch-4`));
      if (deed.act === "put" && piece && !cut && !piece.bought) wrong.push(`${key} before it is cut out`);
      done.add(key);
    }
  }
  for (const key of asked) if (!done.has(key)) wrong.push(`left out: ${key}`);
  return wrong;
}

/** Whether a piece's own edge is more than its sheet's. */
export const isShaped = (piece: Piece): boolean => !isSheet(piece);

/** mm of a path's box. */
export const sizeOf = (path: Parameters<typeof flatten>[0]) => {
  const { left, right, bottom, top } = boundsOf(flatten(path));
  return { width: right - left, height: top - bottom };
};
