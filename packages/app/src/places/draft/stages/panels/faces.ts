/** The faces of a draft that something can lie on, and what lies on each. */
import {
  boundsOf,
  flatten,
  type Fitting,
  type Ground,
  type On,
  type Piece,
  type Side,
  type Drawing,
  type Spec,
} from "@cut-fold/core";

export const SIDE_WORDS: Readonly<Record<Side, string>> = { outside: "outside", inside: "inside" };

/** A face of a panel of the form itself. */
export interface FormFace {
  readonly panel: string;
  readonly side: Side;
  readonly name: string;
}

/** Every face there is, the usual one first. */
export const facesOf = (grounds: readonly Ground[]): FormFace[] =>
  (["outside", "inside"] as const).flatMap((side) =>
    grounds.filter((g) => side in g.sides).map(({ panel, name }) => ({ panel, side, name })),
  );

/** The face at the bottom of all that a row lies on. */
export function faceUnder(fitting: Fitting, all: readonly Fitting[]): Pick<On, "panel" | "side"> {
  const under = all.find((f) => f.id === fitting.on.fitting);
  return under ? faceUnder(under, all) : fitting.on;
}

export const isSameFace = (a: Pick<On, "panel" | "side">, b: Pick<On, "panel" | "side">): boolean =>
  a.panel === b.panel && a.side === b.side;

/** What lies on a face, from the paper up, on other things too. */
export const lyingOn = (
  face: Pick<On, "panel" | "side">,
  { fittings = [] }: Pick<Spec, "fittings">,
): readonly Fitting[] => fittings.filter((f) => isSameFace(faceUnder(f, fittings), face));

/** Where something more would be laid: on the topmost mat, so that borders step in, else on the panel. */
function groundFor(lying: readonly Fitting[], { panel, side }: FormFace): On {
  const mat = lying.findLast((f) => f.kind === "mat");
  return mat ? { panel: "mat", side, fitting: mat.id } : { panel, side };
}

/** The piece of the form itself that has a panel. */
export const ownPieceWith = (pieces: Drawing["pieces"], panel: string): Piece | undefined =>
  pieces.find((p) => p.fitting === undefined && p.panels.some((q) => q.id === panel));

/** mm of the face that something would be laid on. */
function sizeOf({ fittings, pieces }: Drawing, on: On, face: FormFace) {
  const under = fittings.find((f) => f.id === on.fitting);
  if (under) return { width: under.width, height: under.height };
  const holder = ownPieceWith(pieces, face.panel);
  const known = fittings.find((f) => f.ground.piece === holder?.id && f.ground.panel === face.panel);
  if (known) return { width: known.ground.width, height: known.ground.height };
  const outline = holder?.panels.find((p) => p.id === face.panel)?.outline ?? [];
  const { left, right, bottom, top } = boundsOf(flatten(outline));
  return { width: right - left, height: top - bottom };
}

/** What something more on a face would lie on, and how large that is, mm. */
export function underNext(face: FormFace, spec: Spec, solution: Drawing) {
  const on = groundFor(lyingOn(face, spec), face);
  return { on, ground: sizeOf(solution, on, face) };
}
