/** Reads a paper: a stock of the catalogue, or one measured by hand. */
import { catalogue } from "../catalogue/index.ts";
import { CALIPER_MM, colourSchema, GRAINS, PATTERNS, type Spec, WEIGHT_GSM } from "../model/spec.ts";
import { type Reader, told } from "./reader.ts";

/** The paper of what is folded from text paper. */
export const USUAL_STOCK = "text-120";

const A_COLOUR = "a colour as #a1b2c3";

/** Reads a paper: a preset, its own measures, or a preset with some of its own. Problems go to the reader. */
export function readStock(value: unknown, reader: Reader, field = "stock"): Spec["stock"] | undefined {
  const raw =
    value === undefined
      ? { preset: USUAL_STOCK }
      : reader.object(value, field, [
          "own",
          "preset",
          "title",
          "caliper",
          "weight",
          "pattern",
          "face",
          "back",
          "grain",
        ]);
  if (!raw) return undefined;
  const preset = reader.preset(raw["preset"], `${field}.preset`, catalogue.stocks);
  const caliper =
    raw["caliper"] === undefined
      ? (preset?.caliper ?? reader.report(`${field}.caliper`, "missing", { allowed: "a length" }))
      : reader.length(raw["caliper"], `${field}.caliper`, CALIPER_MM);
  const weight =
    raw["weight"] === undefined
      ? (preset?.weight ?? reader.report(`${field}.weight`, "missing", { allowed: "g/m²" }))
      : reader.count(raw["weight"], `${field}.weight`, WEIGHT_GSM);
  const title = raw["title"] === undefined ? preset?.title : reader.text(raw["title"], `${field}.title`);
  const own = reader.own(raw["own"], `${field}.own`);
  const face = reader.said(raw["face"], `${field}.face`, colourSchema, A_COLOUR);
  const back = reader.said(raw["back"], `${field}.back`, colourSchema, A_COLOUR);
  const grain = raw["grain"] === undefined ? undefined : reader.oneOf(raw["grain"], `${field}.grain`, GRAINS, "height");
  const pattern = raw["pattern"];
  const side = PATTERNS.find((one) => one === pattern);
  if (pattern !== undefined && !side)
    return reader.report(`${field}.pattern`, "not-allowed", { given: told(pattern), allowed: PATTERNS.join(", ") });
  if (caliper === undefined || weight === undefined) return undefined;
  return {
    ...(side && { pattern: side }),
    ...(own !== undefined && { own }),
    ...(preset && { preset: preset.id }),
    ...(title !== undefined && { title }),
    caliper,
    weight,
    ...(face !== undefined && { face }),
    ...(back !== undefined && { back }),
    ...(grain !== undefined && { grain }),
  };
}
