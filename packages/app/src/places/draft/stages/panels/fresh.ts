/** A new thing for a face: named, with an id of its own, of a size that sits well on its ground. */
import {
  catalogue,
  find,
  type Fitting,
  type FittingKind,
  type Form,
  type GroundFace,
  IN_THE_MIDDLE,
  type Lying,
  methodFor,
  movedPlace,
  type On,
  roundUp,
  type Spec,
  type Stock,
  usualOf,
  usualSettings,
} from "@cut-fold/core";

type FreshGround = Pick<GroundFace, "width" | "height">;

/** Papers a new piece starts with: one that stands off the card, and a light one on that. */
const DARK = "text-120-plum";
const LIGHT = "text-90";

/** Paper that stands off what it is laid on. */
function paperOn({ fitting }: On, { fittings = [] }: Spec) {
  const under = fittings.find(({ id }) => id === fitting)?.["stock"] as Stock | undefined;
  const stock = find(catalogue.stocks, under?.preset === DARK ? LIGHT : DARK);
  if (!stock) throw new Error("the catalogue lacks the paper a new piece starts with");
  const { id, title, caliper, weight } = stock;
  return { preset: id, title, caliper, weight };
}

/** The first id of this stem that no fitting has. */
export function freeId(stem: string, fittings: readonly Fitting[]): string {
  const taken = new Set(fittings.map((f) => f.id));
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? stem : `${stem}-${String(n)}`;
    if (!taken.has(id)) return id;
  }
}

/** A name that tells it from the others: "Mat", "Mat 2". */
function freeName(name: string, fittings: readonly Fitting[]): string {
  const alike = fittings.filter((f) => f.name === name || f.name.startsWith(`${name} `)).length;
  return alike === 0 ? name : `${name} ${String(alike + 1)}`;
}

/** mm between a thing and another like it that is laid beside it. */
const BESIDE_MM = 3;

/** Another like a thing: beside it where its ground has room, below it, or else a little off it so that both are seen. */
export function anotherLike(
  fitting: Fitting,
  fittings: readonly Fitting[],
  lies: Lying | undefined,
  grid: number,
): Fitting {
  const stem = fitting.id.replace(/-\d+$/u, "");
  const off = roundUp(BESIDE_MM, grid);
  const [x = 0, y = 0] = lies?.corner ?? [];
  const { width = 0, height = 0, ground = { width: 0, height: 0 } } = lies ?? {};
  const [across, down] = [roundUp(width + off, grid), roundUp(height + off, grid)];
  const [dx, dy] =
    x + across + width <= ground.width
      ? [across, 0]
      : x - across >= 0
        ? [-across, 0]
        : y - down >= 0
          ? [0, -down]
          : y + down + height <= ground.height
            ? [0, down]
            : [off, -off];
  return {
    ...fitting,
    id: freeId(stem, fittings),
    name: freeName(fitting.name.replace(/ \d+$/u, ""), fittings),
    at: movedPlace(fitting.at, dx, dy),
  };
}

/** A thing of a kind, as it would be laid on a ground, or done to it. */
export function freshPaper(kind: FittingKind, on: On, ground: FreshGround, grid: number, spec: Spec): Fitting {
  const { fittings = [] } = spec;
  return {
    id: freeId(kind.id, fittings),
    kind: kind.id,
    name: freeName(kind.title, fittings),
    on,
    at: IN_THE_MIDDLE,
    ...(kind.asks.includes("stock") && { stock: paperOn(on, spec) }),
    ...usualOf(kind, spec.method),
    ...kind.usual?.(ground, grid),
  };
}

/** How much of its ground a small envelope or tag takes. */
const PART_OF_GROUND = 0.5;

/** What a form that is laid on a panel holds, or is: a gift card where it is a pocket and one fits, else a part of the ground. */
function usualContents(form: Form, ground: FreshGround): Fitting["contents"] {
  const gift = find(catalogue.contents, "gift-card");
  const fits = gift && gift.width + 6 <= ground.width && gift.height + 6 <= ground.height;
  if (form.purpose === "pocket" && fits) return { preset: gift.id };
  const side = (mm: number): number => Math.max(20, Math.round(mm * PART_OF_GROUND));
  return { width: side(ground.width), height: side(ground.height), thickness: 0.3 };
}

/** A whole form, as it would be laid on a ground. */
export function freshPart(form: Form, on: On, ground: FreshGround, spec: Spec): Fitting {
  const method = methodFor(spec.method, form);
  const { fittings = [] } = spec;
  return {
    id: freeId(form.id.slice(0, 30), fittings),
    kind: "part",
    name: freeName(form.title, fittings),
    on,
    at: IN_THE_MIDDLE,
    form: form.id,
    contents: usualContents(form, ground),
    ...(method && { settings: usualSettings(form, method) }),
  };
}
