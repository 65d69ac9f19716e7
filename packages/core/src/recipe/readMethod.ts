/** Reads the tools a recipe is made with, and finds them again. */
import { z } from "zod";
import { find } from "../catalogue/entry.ts";
import { catalogue } from "../catalogue/index.ts";
import { type Form, makes, type Setup, waysOf } from "../forms/form.ts";
import { methodKinds, NOTCH_MM, type Spec } from "../model/spec.ts";
import { type Ruler, rulers } from "../units/ruler.ts";
import { type Reader, told } from "./reader.ts";

const methodKindSchema = z.enum(methodKinds);

/** The method that a field holds, for a form that must be made that way; the form's usual one where none is said. */
export function readMethod(value: unknown, form: Form, reader: Reader): Spec["method"] | undefined {
  const raw = value === undefined ? {} : reader.object(value, "method", ["kind", "own", "board", "ruler", "notch"]);
  if (!raw) return undefined;
  const kind = methodKindSchema.safeParse(raw["kind"] ?? waysOf(form)[0]);
  if (!kind.success)
    return reader.report("method.kind", "not-allowed", { given: told(raw["kind"]), allowed: methodKinds.join(", ") });
  if (!makes(form, kind.data))
    return reader.report("method.kind", "not-made-this-way", {
      given: kind.data,
      form: form.title,
      allowed: waysOf(form).join(", "),
    });
  const fitting = catalogue.boards.filter((b) => b.kind === kind.data);
  const board = raw["board"] === undefined ? fitting[0] : reader.preset(raw["board"], "method.board", fitting);
  if (!board) return undefined;
  const ruler = raw["ruler"];
  if (ruler !== undefined && !rulers.some((r) => r.id === ruler))
    return reader.report("method.ruler", "unknown-preset", {
      given: told(ruler),
      allowed: rulers.map((r) => r.id).join(", "),
    });
  const notch = raw["notch"] === undefined ? undefined : reader.length(raw["notch"], "method.notch", NOTCH_MM);
  const own = reader.own(raw["own"], "method.own");
  return {
    kind: kind.data,
    ...(own !== undefined && { own }),
    board: board.id,
    ...(typeof ruler === "string" && { ruler }),
    ...(notch !== undefined && { notch }),
  };
}

const unitOf = (board: string): string | undefined =>
  rulers.find((r) => r.id === find(catalogue.boards, board)?.ruler)?.unit;

/** How another form is made with what the maker has: the same board where it serves, else one read in the same unit. */
export function methodFor(method: Spec["method"], form: Form): Spec["method"] | undefined {
  if (makes(form, method.kind)) return method;
  const board = catalogue.boards.find(
    (b) => makes(form, b.kind) && unitOf(b.id) === unitOf(method.board) && b.ruler !== "five-millimetre",
  );
  return board && { kind: board.kind, board: board.id };
}

/** What a recipe is measured with. @throws when its method was not read by `readMethod` */
export function rulerOf({ board, ruler }: Spec["method"]): Ruler {
  const id = ruler ?? find(catalogue.boards, board)?.ruler;
  const found = rulers.find((r) => r.id === id);
  if (!found) throw new Error(`the recipe names an unknown board or ruler: ${board}, ${String(ruler)}`);
  return found;
}

/** The tools a recipe names, with the maker's own calibration. @throws when the recipe was not read by `readSpec` */
export function setupOf({ method }: Pick<Spec, "method">): Setup {
  const board = find(catalogue.boards, method.board);
  if (!board) throw new Error(`the recipe names an unknown board: ${method.board}`);
  const ruler = rulerOf(method);
  const tool = board.kind === "punch-board" && method.notch !== undefined ? { ...board, notch: method.notch } : board;
  return { kind: method.kind, tool, grid: ruler.step };
}
