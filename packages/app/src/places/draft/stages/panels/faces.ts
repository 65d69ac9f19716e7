/** The faces of a draft that something can lie on, and what lies on each. */
import type { Fitting, Ground, On, Side, Spec } from "@cut-fold/core";

export const SIDE_WORDS: Readonly<Record<Side, string>> = { outside: "outside", inside: "inside" };

/** A face of a panel of the form itself. */
export interface Face {
  readonly panel: string;
  readonly side: Side;
  readonly name: string;
}

/** Every face there is, the usual one first. */
export const facesOf = (grounds: readonly Ground[]): Face[] =>
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
