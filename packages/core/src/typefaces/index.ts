/**
 * The shipped typefaces: outlines and widths in thousandths of their size, taken out of font files by `scripts/typefaces.mjs`.
 * They come when words are wanted, as forms do; `LICENCES.md` beside them has their terms.
 */

import type * as Joining from "./joined.ts";

/** Letters by sign: width, and outline as SVG path data, y up; how much closer some pairs stand. */
interface Outlines {
  readonly high: number;
  readonly glyphs: Readonly<Record<string, readonly [width: number, outline: string]>>;
  readonly kern: Readonly<Record<string, number>>;
}

/** A typeface; all its figures in thousandths of its size. */
export interface Typeface extends Outlines {
  readonly id: string;
  /** its letters are single lines to be drawn along, and no outlines */
  readonly stroked: boolean;
}

/** Those whose letters have an inside: what is cut out of paper is one of them. */
export const OUTLINED = { plain: "Plain", script: "Script", slab: "Slab", stencil: "Stencil" } as const;
/** What they are called, in the order they are offered. */
export const TYPEFACES = { ...OUTLINED, line: "Single line" } as const;
/** One of them. */
export type TypefaceId = keyof typeof TYPEFACES;

const files: Readonly<Record<TypefaceId, () => Promise<unknown>>> = {
  plain: () => import("./plain.json"),
  script: () => import("./script.json"),
  slab: () => import("./slab.json"),
  stencil: () => import("./stencil.json"),
  line: () => import("./line.json"),
};

const loaded = new Map<string, Typeface>();

/** The typeface with this id where it has come; undefined before, or when there is none. */
export const typefaceById = (id: string): Typeface | undefined => loaded.get(id);

/** Whether these have come, with what puts letters together. */
export const hasTypefaces = (ids: readonly string[]): boolean =>
  joining !== undefined && ids.every((id) => loaded.has(id) || !isOurs(id));

let joining: typeof Joining | undefined;
/** What puts letters together; it comes with the typefaces, and the large polygon clipper with it. */
export const joiningOf = (): typeof Joining | undefined => joining;

const ALL = Object.keys(files);
const isOurs = (id: string): id is TypefaceId => Object.hasOwn(files, id);

/** Loads some, and what puts letters together; all where none are named: whoever sets words tries one after the other. */
export async function loadTypefaces(ids: readonly string[] = ALL): Promise<void> {
  joining ??= await import("./joined.ts");
  await Promise.all(
    ids.filter(isOurs).map(async (id) => {
      if (loaded.has(id)) return;
      const { default: outlines } = (await files[id]()) as { default: Outlines };
      loaded.set(id, { id, stroked: id === "line", ...outlines });
    }),
  );
}
