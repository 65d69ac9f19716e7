/**
 * A draft and what is laid on it, joined up into one: whatever lies on a panel is folded before that panel closes, so its
 * orders of folding come first.
 */
import type { PieceDraft } from "../model/piece.ts";
import type { Drafted } from "./drafted.ts";

/** Everything of a draft in one list each. A piece stands after the one it lies on. */
export interface Assembly<D extends Drafted = Drafted> extends Pick<
  Drafted,
  "main" | "pieces" | "joins" | "seams" | "motions" | "contents" | "dimensions"
> {
  readonly parts: readonly D[];
}

/** What each piece came to when its folds were last put off: the same piece put off as far is the same again. */
const putOff = new WeakMap<PieceDraft, { readonly by: number; readonly piece: PieceDraft }>();

function shifted(piece: PieceDraft, by: number): PieceDraft {
  const was = putOff.get(piece);
  if (was?.by === by) return was.piece;
  const later = {
    ...piece,
    folds: piece.folds.map((f) => ({
      ...f,
      order: f.order + by,
      ...(f.level !== undefined && { level: f.level + by }),
    })),
  };
  putOff.set(piece, { by, piece: later });
  return later;
}

const lastOf = ({ pieces }: Drafted): number => Math.max(0, ...pieces.flatMap((p) => p.folds.map((f) => f.order)));

/** The part whose pieces a part lies on: the first join of a fitting is the one that lays it. */
const groundOf = <D extends Drafted>({ fitting, joins, main }: D, parts: readonly D[]): D | undefined => {
  const laid = fitting === undefined ? undefined : joins.find((j) => j.piece === main);
  return laid && parts.find((p) => p.pieces.some((piece) => piece.id === laid.onto.piece));
};

/** @param parts the form itself, then its fittings, each after what it lies on */
export function joinedUp<D extends Drafted>(parts: readonly D[]): Assembly<D> {
  const [own] = parts;
  if (!own) throw new Error("nothing to join up");
  const later = new Map<D, number>();
  const grounds = parts.map((part) => groundOf(part, parts));
  let next = 0;
  const count = (part: D): void => {
    parts.forEach((other, i) => {
      if (grounds[i] === part) count(other);
    });
    later.set(part, next);
    next += lastOf(part);
  };
  count(own);
  const waiting = parts.map((part): D => {
    const by = later.get(part) ?? 0;
    if (by === 0) return part;
    return { ...part, pieces: part.pieces.map((piece) => shifted(piece, by)) };
  });
  return {
    main: own.main,
    parts: waiting,
    pieces: waiting.flatMap((p) => p.pieces),
    joins: parts.flatMap((p) => p.joins),
    seams: parts.flatMap((p) => p.seams),
    motions: parts.flatMap((p) => p.motions),
    contents: parts.flatMap((p) => p.contents),
    dimensions: parts.flatMap((p) => p.dimensions),
  };
}
