/**
 * Where a figure comes from: what each thing that was said gives to it, asked of the form itself by changing that thing a little.
 * No form writes anything for it, so every form has it.
 */
import { draftAgain } from "../draw.ts";
import { formById } from "../forms/index.ts";
import { settingsOf } from "../forms/form.ts";
import type { ChangePath } from "../model/piece.ts";
import type { Gives, Whence } from "../model/whence.ts";
import { settingMeta } from "../model/setting.ts";
import type { Spec } from "../model/spec.ts";

/** Marks so fine that no figure is moved by them, mm. */
const FINE_MM = 1e-6;
/** mm by which a thing is changed to see what it gives, and by which it is changed to see whether that goes on. */
const STEP_MM = 0.01;
const FAR_MM = 2;
/** Less than this for a mm is nothing, and a factor that changes by more is bent. */
const LEAST_FACTOR = 5e-4;
const BENT = 0.01;

type Said = Pick<Spec, "contents" | "stock" | "settings">;
interface Input {
  readonly at: ChangePath;
  readonly code: Gives["code"];
  readonly label?: string;
  readonly value: number;
  readonly with: (value: number) => Said;
}

/** Every length that a recipe says of its form: of what goes in, of its paper, of its settings. */
function inputsOf({ form: id, contents, stock, settings }: Spec): readonly Input[] {
  const form = formById(id);
  const said: Said = { contents, stock, settings };
  const inside = (["width", "height", "thickness"] as const).map((code): Input => ({
    ...{ at: ["contents", code], code, value: contents[code] },
    with: (value) => ({ ...said, contents: { ...contents, [code]: value } }),
  }));
  const paper: Input = {
    ...{ at: ["stock", "caliper"], code: "caliper", value: stock.caliper },
    with: (value) => ({ ...said, stock: { ...stock, caliper: value } }),
  };
  const own = form
    ? settingsOf(form).flatMap(([name, schema]): Input[] => {
        const value = settings[name];
        const { kind, label } = settingMeta(schema);
        if (kind !== "length" || typeof value !== "number") return [];
        return [
          {
            ...{ at: ["settings", name], code: "setting", label, value },
            with: (next) => ({ ...said, settings: { ...settings, [name]: next } }),
          },
        ];
      })
    : [];
  return [...inside, paper, ...own];
}

/**
 * What a figure of the draft's own form is made of, by its id; undefined for one that is not there, or that follows nothing.
 * Several contents, or a pile, give what they come to together.
 */
export function whence(spec: Spec, id: string, value: number): Whence | undefined {
  const figure = (said: Said): number | undefined => {
    try {
      return draftAgain({ ...spec, ...said }, FINE_MM).find((d) => d.id === id)?.value;
    } catch {
      // a form that cannot be drawn so gives nothing there
      return undefined;
    }
  };
  const now = figure(spec);
  if (now === undefined) return undefined;
  const slope = (input: Input, by: number): number | undefined => {
    const [more, less] = [figure(input.with(input.value + by)), figure(input.with(Math.max(0, input.value - by)))];
    return more === undefined || less === undefined ? undefined : (more - less) / (by + Math.min(by, input.value));
  };
  const parts = inputsOf(spec).flatMap((input): Gives[] => {
    const factor = slope(input, STEP_MM);
    if (factor === undefined || Math.abs(factor) < LEAST_FACTOR) return [];
    const then = figure(input.with(input.value + FAR_MM));
    const far = then === undefined ? undefined : (then - now) / FAR_MM;
    const { at, code, label, value: own } = input;
    return [
      {
        ...{ at, code, ...(label !== undefined && { label }), value: own, factor, gives: factor * own },
        isBent: far === undefined || Math.abs(far - factor) > BENT,
      },
    ];
  });
  if (parts.length === 0) return undefined;
  const always = now - parts.reduce((sum, { gives }) => sum + gives, 0);
  return { value, parts: parts.sort((a, b) => Math.abs(b.gives) - Math.abs(a.gives)), always, ruler: value - now };
}
