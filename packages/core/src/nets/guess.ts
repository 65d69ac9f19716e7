/** What a plain file does not say, guessed: which group of lines is what, and how far each fold turns. A start to be corrected. */
import { areaOf, boundsOf, flatten } from "../geometry/path.ts";
import { direction, offLine } from "../geometry/point.ts";
import type { Outline } from "../outlines/outline.ts";
import type { Crease, NetFold, NetPiece, NetRole } from "./net.ts";

/** What a group of lines can be: cut, scored one way or the other, drawn, or left out. */
export const GROUP_ROLES = ["cut", "valley", "mountain", "drawn", "out"] as const;
export type GroupRole = (typeof GROUP_ROLES)[number];

/** Lines that came from one place of a file: its group, its colour, its dash. */
export interface NetGroup {
  readonly id: string;
  readonly lines: readonly Outline[];
  readonly guess: GroupRole;
}

/** Words in the names of groups, the first that is found counts: our own, and plain English ones. */
const NAMED: readonly (readonly [RegExp, GroupRole])[] = [
  [/mountain|back.?fold/iu, "mountain"],
  [/valley|score|crease|fold|bend/iu, "valley"],
  [/guide|note|dimension|text|glue|print/iu, "out"],
  [/\bpen\b(?! \d)|draw|foil|engrav/iu, "drawn"],
  [/cut|outline|knife|die|edge/iu, "cut"],
];
const isDashed = (dash: string | undefined): boolean =>
  dash !== undefined && dash !== "none" && dash !== "0" && !/^(?:continuous|bylayer|byblock)$/iu.test(dash);

/** Where lines stood, as one key: those alike are one group. */
export const groupKey = ({ group = "", colour = "", dash = "" }: Outline): string =>
  [group, colour, dash].filter((part) => part !== "").join(" · ") || "lines";

/** The groups of a file's lines, each with what it seems to be. */
export function groupsOf(outlines: readonly Outline[]): NetGroup[] {
  const byKey = new Map<string, Outline[]>();
  for (const outline of outlines) {
    const own = byKey.get(groupKey(outline));
    if (own) own.push(outline);
    else byKey.set(groupKey(outline), [outline]);
  }
  const size = (lines: readonly Outline[]): number =>
    lines.reduce((most, { path, closed }) => {
      if (closed) return Math.max(most, Math.abs(areaOf(path)));
      return most;
    }, 0);
  const groups = [...byKey].map(([id, lines]) => ({ id, lines, named: NAMED.find(([word]) => word.test(id))?.[1] }));
  // of what has neither name nor dashes the one that reaches furthest is the edge, or that with the largest loop
  const reach = (lines: readonly Outline[]): number => {
    const box = boundsOf(lines.flatMap(({ path }) => flatten(path)));
    return (box.right - box.left) * (box.top - box.bottom);
  };
  const isDrawnDashed = (lines: readonly Outline[]): boolean => lines.every(({ dash }) => isDashed(dash));
  const edge = groups
    .filter(({ named, lines }) => named === undefined && !isDrawnDashed(lines))
    .sort((a, b) => reach(b.lines) - reach(a.lines) || size(b.lines) - size(a.lines))[0];
  const hasCut = groups.some(({ named }) => named === "cut");
  return groups.map(({ id, lines, named }) => {
    const isEdge = !hasCut && edge?.id === id;
    const guess: GroupRole = named ?? (isEdge ? "cut" : "valley");
    return { id, lines, guess };
  });
}

/** What a line of such a group is to a net; undefined for what is no edge of paper. */
export const netRole = (role: GroupRole): { readonly role: NetRole; readonly fold?: Crease } | undefined =>
  role === "cut"
    ? { role: "cut" }
    : role === "valley" || role === "mountain"
      ? { role: "score", fold: role }
      : undefined;

/** mm between two parallel scores up to which what lies between them is a wall. */
const WALL_MM = 60;
const PARALLEL = 0.02;

const isParallel = (a: NetFold, b: NetFold): boolean => {
  const [p, q] = [direction(a.from, a.to), direction(b.from, b.to)];
  return Math.abs(p[0] * q[1] - p[1] * q[0]) < PARALLEL;
};

/** Whether a fold is one of two that a wall stands between, panels hanging on both. */
const isWall = (piece: NetPiece, fold: NetFold): boolean =>
  piece.folds.some((other) => {
    if (other === fold || !isParallel(fold, other)) return false;
    if (!fold.panels.some((panel) => other.panels.includes(panel))) return false;
    const apart = Math.abs(offLine(other.from, fold.from, fold.to));
    return apart > 1 && apart < WALL_MM;
  });

/** How far a fold turns at first, degrees, and when: the outer panels first. */
export function foldGuess(piece: NetPiece): Record<string, { angle: number; order: number }> {
  const depth = new Map([[piece.root, 0]]);
  for (const { panels, closes } of piece.folds) if (!closes) depth.set(panels[1], (depth.get(panels[0]) ?? 0) + 1);
  const deepest = Math.max(1, ...depth.values());
  return Object.fromEntries(
    piece.folds.map((fold) => {
      const angle = isWall(piece, fold) ? 90 : 180;
      const order = deepest - (depth.get(fold.panels[1]) ?? 1) + 1;
      return [fold.id, { angle: fold.crease === "mountain" ? -angle : angle, order }];
    }),
  );
}
