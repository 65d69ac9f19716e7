/** What is shown of several things in one holder: each as it lies, and whose size a figure may set. */
import type { Dimension, Contained } from "../model/piece.ts";
import type { Contents, Spec } from "../model/spec.ts";
import { thingsIn } from "./pack.ts";

/** The contents of the draft itself, or of one of its fittings. */
const contentsOf = ({ contents, fittings }: Spec, fitting: string | undefined): Contents | undefined =>
  fitting === undefined ? contents : (fittings?.find((f) => f.id === fitting)?.["contents"] as Contents | undefined);

/** Contents with the things they are made up of, where there are several. */
export const thingsLying = (spec: Spec, lying: readonly Contained[]): readonly Contained[] =>
  lying.map((whole) => {
    const said = contentsOf(spec, whole.fitting);
    return said?.also ? { ...whole, things: thingsIn(said) } : whole;
  });

/** Figures, less what cannot be set: a size that something larger in the same holder decides is not the card's to set. */
export const freeFigures = (spec: Spec, dimensions: readonly Dimension[]): readonly Dimension[] =>
  dimensions.map((d) => {
    const [axis, part] = [d.sets?.at(-1), d.sets?.at(-2)];
    const said = part === "contents" ? contentsOf(spec, d.fitting) : undefined;
    const own = axis === "width" || axis === "height" ? said?.[axis] : undefined;
    return said?.also && own !== undefined && d.value > own ? { ...d, sets: undefined } : d;
  });
