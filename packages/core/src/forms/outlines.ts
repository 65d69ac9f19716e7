/** Outlines of the catalogue that a form can be cut to, and the setting that chooses one. */
import { shapes, type ShapePreset } from "../catalogue/shapes.ts";
import { choice } from "../model/setting.ts";

/** Those with these ids, in the catalogue's order. */
export const outlinesOf = (...ids: readonly string[]): readonly ShapePreset[] =>
  shapes.filter(({ id }) => ids.includes(id));

/** The setting: one of some outlines, or of a few ways beside them. */
export const outlineChoice = (
  label: string,
  outlines: readonly ShapePreset[],
  usual: string,
  about: string,
  others: Readonly<Record<string, string>> = {},
) => {
  const named = outlines.map(({ id, title }): [string, string] => [id, title]);
  return choice<string>(label, { ...others, ...Object.fromEntries(named) }, usual, about);
};
