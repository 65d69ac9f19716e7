/** Random recipes for the tests: any card, board, ruler, stock and setting that the schemas allow. */
import fc from "fast-check";
import { catalogue } from "../catalogue/index.ts";
import "../forms/all.ts";
import { formById } from "../forms/index.ts";
import type { Finding, Solution } from "../model/solution.ts";
import { changed } from "../recipe/change.ts";
import { readSpec } from "../recipe/readSpec.ts";
import { type Form, makes, settingsOf } from "../forms/form.ts";
import { SAME_PAPER, settingMeta } from "../model/setting.ts";
import { type Spec, specSchema } from "../model/spec.ts";
import type { z } from "zod";

export { runs } from "./runs.ts";

const oneOf = <T>(items: readonly T[]): fc.Arbitrary<T> => fc.constantFrom(...items);
/** A length to a hundredth of a mm: what people type. */
export const lengthBetween = (min: number, max: number): fc.Arbitrary<number> =>
  fc.integer({ min: Math.ceil(min * 100), max: Math.floor(max * 100) }).map((n) => n / 100);

/** Outlines as makers bring them: none yet, with a foot to stand on, with a point, with two feet, with a hole, in two parts. */
export const OWN_OUTLINES = {
  none: "",
  house: "M0 0L60 0L60 40L30 70L0 40Z",
  drop: "M30 0C50 0 60 15 60 30C60 50 40 70 30 90C20 70 0 50 0 30C0 15 10 0 30 0Z",
  arrow: "M30 0L60 30L45 30L45 70L15 70L15 30L0 30Z",
  legs: "M0 0L20 0L20 30L40 30L40 0L60 0L60 60L0 60Z",
  ring: "M0 0L60 0L60 60L0 60ZM20 20L40 20L40 40L20 40Z",
  pair: "M0 0L20 0L20 40L0 40ZM40 0L60 0L60 40L40 40Z",
} as const;

const PAPERS = [SAME_PAPER, ...catalogue.stocks.map(({ id }) => id)];

/** Every value of a setting that a maker can choose, and the ends of what can be typed. */
export function endsOfSetting(schema: z.ZodType): readonly (number | string | boolean)[] {
  const { kind, min = 0, max = 0, options = {} } = settingMeta(schema);
  if (kind === "length" || kind === "number") return [min, max];
  if (kind === "drawn") return Object.values(OWN_OUTLINES);
  if (kind === "paper") return PAPERS;
  if (kind === "colour") return ["#a83c18"];
  if (kind === "picture") return ["0011223344556677:1200x800"];
  return kind === "toggle" ? [true] : Object.keys(options);
}

function settingValue(schema: z.ZodType): fc.Arbitrary<number | string | boolean> {
  const meta = settingMeta(schema);
  if (meta.kind === "choice") return oneOf(Object.keys(meta.options ?? {}));
  if (meta.kind === "toggle") return fc.boolean();
  if (meta.kind === "paper") return oneOf(PAPERS);
  if (meta.kind === "picture") return oneOf(["", "0011223344556677:1200x800"]);
  if (meta.kind === "colour") return oneOf(["#1c2b46", "#a83c18"]);
  if (meta.kind === "drawn") return oneOf(Object.values(OWN_OUTLINES));
  const length = lengthBetween(meta.min ?? 0, meta.max ?? 100);
  if (meta.kind === "number") return length;
  // an automatic length is left to the form: a maker who sets it by hand is told by the checks, and the paper may not close
  return meta.auto ? fc.constant("auto") : length;
}

/** Random recipes of one form, as `readSpec` gives them. */
export function randomSpec(form: Form): fc.Arbitrary<Spec> {
  const settings = fc.record(
    Object.fromEntries(settingsOf(form).map(([name, schema]) => [name, settingValue(schema)])),
  );
  const boards = catalogue.boards.filter((b) => makes(form, b.kind));
  return fc
    .record({
      width: lengthBetween(40, 330),
      height: lengthBetween(40, 330),
      thickness: lengthBetween(0.1, 8),
      caliper: lengthBetween(0.08, 0.5),
      settings,
      board: oneOf(boards),
      ruler: fc.option(oneOf(catalogue.rulers), { nil: undefined }),
      notch: fc.option(lengthBetween(6, 16), { nil: undefined }),
      quantity: fc.integer({ min: 1, max: 200 }),
    })
    .map(({ width, height, thickness, caliper, settings: set, board, ruler, notch, quantity }) => {
      const read = readSpec({
        form: form.id,
        contents: { width, height, thickness },
        stock: { caliper, weight: 120 },
        settings: set,
        method: {
          kind: board.kind,
          board: board.id,
          ...(ruler && { ruler: ruler.id }),
          ...(notch && board.kind === "punch-board" && { notch }),
        },
        quantity,
      });
      return held(read);
    });
}

/** What the reader gave, held against the schema it promises to keep: two accounts of a recipe that must agree. */
function held(read: ReturnType<typeof readSpec>): Spec {
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return specSchema.parse(read.value);
}

/** A recipe that must be right. */
export const specOf = (given: unknown): Spec => held(readSpec(given));

/** A form that must exist. */
export function formOf(id: string): Form {
  const form = formById(id);
  if (!form) throw new Error(`no form '${id}'`);
  return form;
}

/** The recipe after a finding's button was pressed. */
export function pressed(spec: Spec, finding: Finding | undefined): Spec {
  if (!finding?.remedy) throw new Error(`${finding?.check ?? "no finding"}.${finding?.code ?? ""} offers no remedy`);
  return held(changed(spec, finding.remedy.changes));
}

/** mm that a fitting leaves free of its ground on each side. */
export function marginsOf({ fittings }: Pick<Solution, "fittings">, id: string) {
  const lying = fittings.find((f) => f.id === id);
  if (!lying) throw new Error(`no fitting '${id}'`);
  const { ground, corner, width, height } = lying;
  return {
    left: corner[0],
    right: ground.width - corner[0] - width,
    bottom: corner[1],
    top: ground.height - corner[1] - height,
  };
}
