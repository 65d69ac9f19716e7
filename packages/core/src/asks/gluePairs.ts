/** Which panels of a folded net lie on one another, and so may be glued: asked where a file says nothing of glue. */
import { areaOf } from "../geometry/path.ts";
import type { Drawing } from "../model/solution.ts";
import { foldedPanels, lastOrder } from "../paper/pose.ts";
import { lyingOn } from "../paper/seam.ts";

/** A panel that comes to lie on another; the smaller is glued onto the larger. */
export interface GluePair {
  readonly panel: string;
  readonly onto: string;
}

/** Of the smaller panel, so much at least lies on the other. */
const LEAST_PART = 0.5;
const MOST_PANELS = 60;

/**
 * Panels that lie on one another when all is folded, each with the one nearest to it, without those that one fold joins and
 * without what is glued on already; the largest share first. None where there are more than 60 panels: nobody glues so many by
 * a list.
 */
export function gluePairs({ pieces, joins, main }: Drawing, caliper: number): readonly GluePair[] {
  const poses = foldedPanels(
    { pieces, joins, main },
    { progress: lastOrder({ pieces, joins, main }), caliper, unbent: true },
  );
  const panels = pieces.flatMap((piece) =>
    // a piece that nothing joins lies nowhere
    piece.panels
      .filter(({ id }) => poses.has(`${piece.id}/${id}`))
      .map((panel) => ({ piece, panel, area: Math.abs(areaOf(panel.outline)) })),
  );
  if (panels.length > MOST_PANELS) return [];
  const glued = new Set(pieces.flatMap(({ glue }) => glue.map((zone) => zone.panel)));
  const folded = new Set(pieces.flatMap(({ folds }) => folds.map(({ panels: two }) => [...two].sort().join())));
  const nearest = new Map<string, GluePair & { readonly shared: number; readonly apart: number }>();
  for (const [i, one] of panels.entries())
    for (const other of panels.slice(i + 1)) {
      const [a, b] = one.area < other.area ? [one, other] : [other, one];
      if (glued.has(a.panel.id) || folded.has([a.panel.id, b.panel.id].sort().join())) continue;
      const onto = { piece: b.piece.id, panel: b.panel.id };
      const lying = lyingOn({ piece: a.piece.id, panel: a.panel.id, onto }, pieces, poses, caliper);
      if (!lying || lying.shared < LEAST_PART * a.area) continue;
      const known = nearest.get(a.panel.id);
      if (!known || lying.apart < known.apart)
        nearest.set(a.panel.id, { panel: a.panel.id, onto: b.panel.id, ...lying });
    }
  return [...nearest.values()].sort((a, b) => b.shared - a.shared).map(({ panel, onto }) => ({ panel, onto }));
}
