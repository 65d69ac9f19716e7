/** Reads the tools a recipe is made with, and finds them again. */
import { z } from "zod";
import { type Entry, find } from "../catalogue/entry.ts";
import { catalogue } from "../catalogue/index.ts";
import { type Form, makes, type Setup, waysOf } from "../forms/form.ts";
import {
  type BoardKind,
  type BoardMethod,
  correctionSchema,
  type MachineMethod,
  methodKinds,
  MOST_CORRECTIONS,
  NOTCH_MM,
  OFFSET_MM,
  SHEET_MM,
  type Spec,
} from "../model/spec.ts";
import { type Machine, MACHINE_STEP_MM } from "../catalogue/machines.ts";
import type { Size } from "../geometry/point.ts";
import { type Ruler, rulers } from "../units/ruler.ts";
import { type Reader, record, told } from "./reader.ts";

const methodKindSchema = z.enum(methodKinds);

const KEYS = {
  board: ["kind", "own", "board", "ruler", "notch", "offset", "each"],
  machine: ["kind", "own", "machine", "width", "length", "mat", "ruler", "fixes"],
} as const;

/** The method that a field holds, for a form that must be made that way; the form's usual one where none is said. */
export function readMethod(value: unknown, form: Form, reader: Reader): Spec["method"] | undefined {
  const isMachine = record(value) && value["kind"] === "machine";
  const raw = value === undefined ? {} : reader.object(value, "method", KEYS[isMachine ? "machine" : "board"]);
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
  return kind.data === "machine" ? readMachine(raw, reader) : readBoard(kind.data, raw, reader);
}

/** The ruler that is said, by id; undefined where none is. */
function readRuler(ruler: unknown, reader: Reader): { readonly ruler?: string } | undefined {
  if (ruler === undefined) return {};
  if (typeof ruler === "string" && rulers.some((r) => r.id === ruler)) return { ruler };
  return reader.report("method.ruler", "unknown-preset", {
    given: told(ruler),
    allowed: rulers.map((r) => r.id).join(", "),
  });
}

function readBoard(kind: BoardKind, raw: Record<string, unknown>, reader: Reader): BoardMethod | undefined {
  const fitting = catalogue.boards.filter((b) => b.kind === kind);
  const board = raw["board"] === undefined ? fitting[0] : reader.preset(raw["board"], "method.board", fitting);
  const ruler = readRuler(raw["ruler"], reader);
  if (!board || !ruler) return undefined;
  const notch = raw["notch"] === undefined ? undefined : reader.length(raw["notch"], "method.notch", NOTCH_MM);
  const offset = raw["offset"] === undefined ? undefined : reader.length(raw["offset"], "method.offset", OFFSET_MM);
  const { each } = raw;
  if (each !== undefined && typeof each !== "boolean")
    return reader.report("method.each", "wrong-type", { wants: "true or false" });
  const own = reader.own(raw["own"], "method.own");
  return {
    kind,
    ...(own !== undefined && { own }),
    board: board.id,
    ...ruler,
    ...(notch !== undefined && { notch }),
    ...(offset !== undefined && offset !== 0 && { offset }),
    // only a punch board hands a notch on from the score before it
    ...(each === true && kind === "punch-board" && { each }),
  };
}

function readMachine(raw: Record<string, unknown>, reader: Reader): MachineMethod | undefined {
  const { machines } = catalogue;
  const machine =
    raw["machine"] === undefined ? usualMachine : reader.preset(raw["machine"], "method.machine", machines);
  const ruler = readRuler(raw["ruler"], reader);
  if (!machine || !ruler) return undefined;
  const mat = reader.preset(
    raw["mat"],
    "method.mat",
    catalogue.mats.filter(({ id }) => machine.mats.includes(id)),
  );
  const side = (key: "width" | "length"): number | undefined =>
    raw[key] === undefined ? undefined : reader.length(raw[key], `method.${key}`, SHEET_MM);
  const [width, length] = [side("width"), side("length")];
  const own = reader.own(raw["own"], "method.own");
  const fixes = raw["fixes"] === undefined ? undefined : fixesSchema.safeParse(raw["fixes"]);
  if (fixes?.success === false)
    return reader.report("method.fixes", "wrong-type", { wants: "a list of what test cuts have shown" });
  return {
    kind: "machine",
    ...(own !== undefined && { own }),
    machine: machine.id,
    ...(width !== undefined && { width }),
    ...(length !== undefined && { length }),
    ...(mat && { mat: mat.id }),
    ...ruler,
    ...(fixes && fixes.data.length > 0 && { fixes: fixes.data }),
  };
}

/** The machine that is meant where none is named: the one that takes most mats. */
const usualMachine = [...catalogue.machines].sort((a, b) => b.mats.length - a.mats.length)[0];
const fixesSchema = z.array(correctionSchema).max(MOST_CORRECTIONS);

/** A machine's reach as a recipe has it, on the mat that is on it. */
export interface MachineSetup {
  readonly machine: Machine;
  /** the mat, or the machine itself where it takes none: what can be reached of a sheet, mm */
  readonly mat: Size & { readonly id: string };
}

/** The machine a method names, as the maker's own is. @throws when the method was not read by `readMethod` */
export function machineOf(method: MachineMethod): MachineSetup {
  const known = find(catalogue.machines, method.machine);
  if (!known) throw new Error(`the recipe names an unknown machine: ${method.machine}`);
  const { width = known.width, length = known.length } = method;
  const mat = find(catalogue.mats, method.mat ?? known.mats[0] ?? "");
  const machine = { ...known, width, length };
  return {
    machine,
    mat: mat
      ? { id: mat.id, width: Math.min(width, mat.width), height: Math.min(length, mat.height) }
      : { id: known.id, width, height: length },
  };
}

/** How another form is made with what the maker has: the same board where it serves, else one read in the same unit. */
export function methodFor(method: Spec["method"], form: Form): Spec["method"] | undefined {
  if (makes(form, method.kind)) return method;
  const { unit } = rulerOf(method);
  const board = catalogue.boards.find(
    (b) => makes(form, b.kind) && rulers.find((r) => r.id === b.ruler)?.unit === unit && b.ruler !== "five-millimetre",
  );
  return board && { kind: board.kind, board: board.id };
}

/** What a recipe is made with, by its id in the catalogue: a board or a machine. */
export const toolIn = (method: Spec["method"]): string => (method.kind === "machine" ? method.machine : method.board);

/** What it is called. */
export const toolTitle = (method: Spec["method"]): string =>
  find<Entry>([...catalogue.boards, ...catalogue.machines], toolIn(method))?.title ?? "";

/** The depth of the punch as the maker has measured it; undefined where nobody has. */
export const notchIn = (method: Spec["method"]): number | undefined =>
  method.kind === "machine" ? undefined : method.notch;

/** What is measured with beside a machine where nobody has said. */
const BESIDE_MACHINE = "millimetre";

/** What a recipe is measured with. @throws when its method was not read by `readMethod` */
export function rulerOf(method: Spec["method"]): Ruler {
  const id =
    method.kind === "machine"
      ? (method.ruler ?? BESIDE_MACHINE)
      : (method.ruler ?? find(catalogue.boards, method.board)?.ruler);
  const found = rulers.find((r) => r.id === id);
  if (!found) throw new Error(`the recipe names an unknown board or ruler: ${String(id)}`);
  return found;
}

/** A board whose marks are where they say, its notches handed on. */
const AS_SAID = { offset: 0, each: false } as const;

/** The tools a recipe names, with the maker's own calibration. @throws when the recipe was not read by `readSpec` */
export function setupOf({ method }: Pick<Spec, "method">): Setup {
  if (method.kind === "machine")
    return { kind: "machine", tool: machineOf(method).machine, grid: MACHINE_STEP_MM, ...AS_SAID };
  const board = find(catalogue.boards, method.board);
  if (!board) throw new Error(`the recipe names an unknown board: ${method.board}`);
  const ruler = rulerOf(method);
  const tool = board.kind === "punch-board" && method.notch !== undefined ? { ...board, notch: method.notch } : board;
  const { offset = 0, each = false } = method;
  return { kind: method.kind, tool, grid: ruler.step, offset, each };
}
