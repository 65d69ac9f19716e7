/** Outlines that a form can be cut to: of the catalogue, or of the maker's own; and the settings that choose one. */
import { find } from "../../catalogue/entry.ts";
import { shapes, type ShapePreset } from "../../catalogue/shapes.ts";
import { extentOf } from "../../geometry/extent.ts";
import type { Path } from "../../geometry/path.ts";
import { choice, drawn } from "../../model/setting.ts";
import type { Size } from "../../geometry/point.ts";
import type { Said } from "../../paper/said.ts";
import { outlined, panel, type Rectangle } from "../../paper/panel.ts";
import { type FoldSide, meetsFold } from "./foldedOutline.ts";
import { MOST_DRAWN, outerOf, stretched } from "../../outlines/outline.ts";

/** Those with these ids, in the catalogue's order. */
export const outlinesOf = (...ids: readonly string[]): readonly ShapePreset[] =>
  shapes.filter(({ id }) => ids.includes(id));

/** The choice that means an outline of the maker's own. */
export const OWN = "own";

/** The setting: one of some outlines, one of the maker's own, or a few ways beside them. */
export const outlineChoice = (
  label: string,
  outlines: readonly ShapePreset[],
  usual: string,
  about: string,
  others: Readonly<Record<string, string>> = {},
) => {
  const named = outlines.map(({ id, title }): [string, string] => [id, title]);
  return choice<string>(label, { ...others, ...Object.fromEntries(named), [OWN]: "Of your own" }, usual, about);
};

/** The setting beside it that keeps an outline of the maker's own. */
export const ownOutline = () => drawn("Outline of your own", MOST_DRAWN, "Out of a file, or of your outlines.");

/** The outline that is meant: of a list, or the maker's own; while that is not there, the one that is usual. */
export function outlineIn(
  outlines: readonly ShapePreset[],
  chosen: string,
  own: string,
  usual: string,
): ShapePreset | undefined {
  if (chosen !== OWN) return find(outlines, chosen);
  return ownPreset(own) ?? find(outlines, usual);
}

/** A panel cut to an outline, so large; a rectangle where there is none. */
export const cutTo = (id: string, name: string, preset: ShapePreset | undefined, { width, height }: Size): Rectangle =>
  preset && preset.id !== "rectangle"
    ? outlined(id, name, { width, height }, preset.outline(width, height))
    : panel(id, name, width, height);

/** The same for faces that hang together at a fold; and whether the maker's own could not be laid on one. */
export function foldedIn(
  outlines: readonly ShapePreset[],
  { cutTo, drawn: own }: { readonly cutTo: string; readonly drawn: string },
  usual: string,
  hinge: FoldSide,
): { readonly preset: ShapePreset; readonly refused: NonNullable<Said["refused"]> } {
  const preset = outlineIn(outlines, cutTo, own, usual);
  if (!preset) throw new Error(`there is no outline '${cutTo}'`);
  if (meetsFold(preset, hinge)) return { preset, refused: [] };
  const other = find(outlines, usual) as ShapePreset;
  return { preset: other, refused: [{ setting: "cutTo", instead: usual, code: "no-fold-edge" }] };
}

/** An outline of the maker's own as one of a catalogue; undefined where it cannot be read. */
function ownPreset(own: string): ShapePreset | undefined {
  const outer = outerOf(own);
  if (!outer) return undefined;
  const { left, right, bottom, top } = extentOf(outer);
  return {
    // what is looked at once is kept by its name: the line itself
    id: own,
    title: "Of your own",
    source: "the maker's own",
    usual: (right - left) / (top - bottom || 1),
    outline: (width, height): Path => stretched(outer, width, height),
  };
}
