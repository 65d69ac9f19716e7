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
  roundNear,
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

/** Paper that stands off what it is laid on; what else a preset says is read with the row. */
function paperOn({ fitting }: On, { fittings = [] }: Spec) {
  const under = fittings.find(({ id }) => id === fitting)?.["stock"] as Stock | undefined;
  return { preset: under?.preset === DARK ? LIGHT : DARK };
}

/** The first of a stem, with a number from the second on, that is not taken. */
function firstFree(stem: string, between: string, all: readonly string[]): string {
  const taken = new Set(all);
  for (let n = 1; ; n += 1) {
    const one = n === 1 ? stem : `${stem}${between}${String(n)}`;
    if (!taken.has(one)) return one;
  }
}

/** An id that no fitting has. */
export const freeId = (stem: string, fittings: readonly Fitting[]): string =>
  firstFree(
    stem,
    "-",
    fittings.map(({ id }) => id),
  );

/** A name that tells it from the others: "Mat", "Mat 2". */
const freeName = (stem: string, fittings: readonly Fitting[]): string =>
  firstFree(
    stem,
    " ",
    fittings.map(({ name }) => name),
  );

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

/** How much of its ground a small envelope takes; and mm that what goes into a box is thick, where nobody has said. */
const PART_OF_GROUND = 0.5;
const BOXED_MM = 12;
const LEAST_MM = 20;
/** g/m² of paper that a small envelope is folded from; and the paper it takes where the draft's own is heavier. */
const FOLDS_WELL = 160;
const FOLDED_OF = "text-120";

/** What a form that is laid on a panel holds, or is: a gift card where it is a pocket and one fits, else a part of the ground. */
function usualContents({ purpose, usualSize }: Form, ground: FreshGround, grid: number): Fitting["contents"] {
  const gift = find(catalogue.contents, "gift-card");
  const fits = gift && gift.width + 6 <= ground.width && gift.height + 6 <= ground.height;
  if (purpose === "pocket" && fits) return { preset: gift.id };
  const side = (mm: number, most = Infinity): number =>
    roundNear(Math.min(most, Math.max(LEAST_MM, mm * PART_OF_GROUND)), grid);
  const thickness = purpose === "treat" ? BOXED_MM : 0.3;
  // a box is as high again as it is thick when it is open
  const part = purpose === "treat" ? { width: ground.width * 0.8, height: ground.height * 0.8 } : ground;
  return {
    ...{ width: side(part.width, usualSize?.width), height: side(part.height, usualSize?.height) },
    thickness,
  };
}

/** Paper that a form can be folded from, where the draft's own is too heavy for it. */
function foldedOf({ purpose, heaviest }: Form, { stock }: Spec) {
  const most = purpose === "envelope" ? Math.min(heaviest, FOLDS_WELL) : heaviest;
  return stock.weight > most ? { stock: { preset: FOLDED_OF } } : {};
}

/** A whole form, as it would be laid on a ground. */
export function freshPart(form: Form, on: On, ground: FreshGround, grid: number, spec: Spec): Fitting {
  const method = methodFor(spec.method, form);
  const { fittings = [] } = spec;
  const settings = method ? usualSettings(form, method) : {};
  return {
    id: freeId(form.id.slice(0, 30), fittings),
    kind: "part",
    name: freeName(form.title, fittings),
    on,
    at: { ...IN_THE_MIDDLE, ...form.begins?.(settings) },
    form: form.id,
    contents: usualContents(form, ground, grid),
    ...foldedOf(form, spec),
    ...(method && { settings }),
  };
}
