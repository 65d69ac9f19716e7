/** A row drafted alone: its paper or its whole form, every id prefixed by the row's own. */
import { HERE, place } from "../geometry/point.ts";
import type { Dimension } from "../model/piece.ts";
import { settingMeta } from "../model/setting.ts";
import type { GroundFace } from "../model/solution.ts";
import type { Fitting, Stock } from "../model/spec.ts";
import { type Drafted, draftOf } from "../paper/drafted.ts";
import { kindById } from "./index.ts";
import type { GroundSize } from "./kind.ts";
import type { DraftedRow, Part, Row } from "./laid.ts";

/** What a row came to when it was last drafted: rows are never changed, so the same row on the same ground comes to the same. */
interface Known {
  readonly width: number;
  readonly height: number;
  readonly grid: number;
  readonly stock: Stock;
  readonly drafted: DraftedRow | undefined;
}
const known = new WeakMap<Fitting, Known>();

/** The row's paper or form, drafted anew only when it or its ground has changed: a drag changes one of many. */
export function draftRow(row: Row, base: Part, { width, height }: GroundFace): DraftedRow | undefined {
  const was = known.get(row.fitting);
  const { grid } = base.setup;
  const { stock } = base;
  const fits = kindById(row.fitting.kind)?.fits === true;
  const same = was?.stock === stock && was.grid === grid && (!fits || (was.width === width && was.height === height));
  // a whole form has its own size and tools, whatever it lies on
  if (same && was.drafted?.setup.tool === (row.part?.setup ?? base.setup).tool) return was.drafted;
  const drafted = draftFresh(row, base, { width, height });
  known.set(row.fitting, { width, height, grid, stock, drafted });
  return drafted;
}

/** The row's paper or form, its ids prefixed. */
function draftFresh(row: Row, base: Part, ground: GroundSize): DraftedRow | undefined {
  const { fitting, set, part } = row;
  const stock = row.stock ?? base.stock;
  const path = ["fittings", fitting.id];
  if (part) {
    const { form, settings, contents, setup } = part;
    const said = form.draft({ contents, stock, settings, setup });
    const label = labelIn(form.settings.shape);
    const drafted = named(prefixed(draftOf(said, { contents, label, path }), fitting.id, row.stock), fitting.name);
    return {
      ...drafted,
      form,
      setup,
      stock,
      outside: form.outside,
      grounds: form.grounds?.(settings) ?? [],
      strips: [],
    };
  }
  const kind = kindById(fitting.kind);
  const laying = kind?.draft?.({ name: fitting.name, ground, set, setup: base.setup, stock });
  if (!kind || !laying) return undefined;
  const { said, strips = [], across, edge, through, along, lettered, own, leaves, ground: next } = laying;
  const drafted = draftOf(said, {
    contents: { width: 1, height: 1, thickness: 0 },
    label: labelIn(kind.settings.shape),
    path,
    settings: path,
  });
  const [main] = drafted.pieces;
  const panel = next === undefined ? main?.panels[0] : { id: next };
  return {
    ...prefixed(drafted, fitting.id, undefined),
    across,
    ...(edge && { edge }),
    ...(through && { through }),
    ...(along && { along }),
    ...(own && { own }),
    ...(leaves && { leaves }),
    ...(lettered && { lettered }),
    kind,
    setup: base.setup,
    stock,
    outside: "front",
    grounds: panel ? [{ panel: panel.id, name: fitting.name, sides: { outside: 0 } }] : [],
    strips: strips.map(({ along, wide }) => ({
      from: place(along.from, main?.laid ?? HERE),
      to: place(along.to, main?.laid ?? HERE),
      wide,
    })),
  };
}

/** A form that is laid is called as the maker calls it; further pieces of it are told by that name too. */
const named = (drafted: Drafted, name: string): Drafted => ({
  ...drafted,
  pieces: drafted.pieces.map((p) => ({
    ...p,
    name: p.id === drafted.main ? name : `${name}: ${p.name.toLowerCase()}`,
  })),
});

const labelIn =
  (shape: Readonly<Record<string, unknown>>) =>
  (setting: string): string | undefined => {
    const schema = shape[setting];
    return schema ? settingMeta(schema as Parameters<typeof settingMeta>[0]).label : undefined;
  };

/** The draft with every id of a piece prefixed by the fitting's: `pocket/front` lies in the piece `pocket`. */
function prefixed(drafted: Drafted, fitting: string, stock: Stock | undefined): Drafted {
  const named = (piece: string): string => `${fitting}/${piece}`;
  const of = <F extends { readonly piece: string }>(at: F): F => ({ ...at, piece: named(at.piece) });
  return {
    ...drafted,
    fitting,
    main: named(drafted.main),
    pieces: drafted.pieces.map((piece) => ({
      ...piece,
      id: named(piece.id),
      fitting,
      ...(stock && { stock }),
      ...(piece.within !== undefined && { within: named(piece.within) }),
      cuts: piece.cuts.map((cut) => ({ ...cut, fitting })),
    })),
    joins: drafted.joins.map((join) => ({
      ...of(join),
      onto: of(join.onto),
      ...(join.also && { also: join.also.map(of) }),
    })),
    seams: drafted.seams.map((seam) => ({ ...of(seam), onto: of(seam.onto) })),
    motions: drafted.motions.map((m) => ({
      ...m,
      id: named(m.id),
      ...(m.after !== undefined && { after: named(m.after) }),
      move: of(m.move),
    })),
    contents: drafted.contents.map((c) => ({ ...c, on: of(c.on), closes: c.closes.map(named), fitting })),
    dimensions: drafted.dimensions.map((d): Dimension => ({
      ...of(d),
      id: named(d.id),
      lights: d.lights.map(named),
      fitting,
    })),
    overlaps: drafted.overlaps.map(of),
    trims: drafted.trims.map(of),
  };
}
