/**
 * Reads a machine's job: a layout job with the machine that makes it, and the mat on it. A recipe that says no method is made
 * by that machine; one that says another is refused.
 */
import { catalogue } from "../catalogue/index.ts";
import type { Machine } from "../catalogue/machines.ts";
import { find } from "../catalogue/entry.ts";
import type { Size } from "../geometry/point.ts";
import type { LayoutJob } from "../model/layout.ts";
import { type Problem, type Read, Reader, record, told } from "./reader.ts";
import { AS_MANY, readJob } from "./readJob.ts";

/** A job that is read, and what makes it. */
export interface MachineJob {
  readonly job: LayoutJob;
  readonly machine: Machine;
  /** what can be reached of a sheet, mm */
  readonly reach: Size & { readonly id: string };
}

/** The mat that is taken where none is said: the first that reaches to the end of the longest sheet in hand; the longest else. */
const matFor = (machine: Machine, sheets: readonly Size[]) => {
  const mats = machine.mats.flatMap((id) => find(catalogue.mats, id) ?? []);
  const longest = Math.max(0, ...sheets.map(({ height }) => height));
  return mats.find(({ height }) => height >= longest) ?? mats.at(-1);
};

/** A recipe for this machine; a problem where it is made another way. */
function madeBy(given: unknown, machine: Machine, field: string, problems: Problem[]): unknown {
  if (!record(given)) return given;
  const { method } = given;
  const isOther = record(method) && method["kind"] !== undefined && method["kind"] !== "machine";
  if (isOther) {
    const facts = { given: told(method["kind"]), allowed: "machine, or none" };
    problems.push({ field: `${field}.method.kind`, code: "not-allowed", facts });
    return given;
  }
  return {
    ...given,
    method: record(method)
      ? { machine: machine.id, ...method, kind: "machine" }
      : { kind: "machine", machine: machine.id },
  };
}

/** Reads a machine's job. Never throws on what it is given. */
export function readMachineJob(given: unknown): Read<MachineJob> {
  const reader = new Reader("mm");
  if (!record(given)) {
    const read = readJob(given);
    return read.ok ? { ok: false, problems: reader.problems } : read;
  }
  const { machine: named, mat: matNamed, ...rest } = given;
  const machine = named === undefined ? undefined : reader.preset(named, "machine", catalogue.machines);
  if (named === undefined)
    reader.report("machine", "missing", { allowed: catalogue.machines.map(({ id }) => id).join(", ") });
  if (!machine) return { ok: false, problems: reader.problems };
  const own = catalogue.mats.filter(({ id }) => machine.mats.includes(id));
  const said = matNamed === undefined ? undefined : reader.preset(matNamed, "mat", own);
  const { items } = rest;
  const problems: Problem[] = [...reader.problems];
  const made = Array.isArray(items)
    ? items.map((item: unknown, i) =>
        record(item) ? { ...item, spec: madeBy(item["spec"], machine, `items.${String(i)}.spec`, problems) } : item,
      )
    : items;
  if (problems.length > 0) return { ok: false, problems };
  const hasSheets = ["inHand", "sheet", "offcuts"].some((key) => rest[key] !== undefined);
  // without a sheet one as large as the mat is taken
  const usual = said ?? matFor(machine, []);
  const bare = usual ?? { id: machine.id, width: machine.width, height: machine.length };
  const read = readJob({
    ...rest,
    items: made,
    ...(!hasSheets && { inHand: [{ id: bare.id, width: bare.width, height: bare.height, count: AS_MANY }] }),
  });
  if (!read.ok) return read;
  const job = read.value;
  const mat = said ?? matFor(machine, job.inHand);
  const reach = {
    id: mat?.id ?? machine.id,
    width: Math.min(machine.width, mat?.width ?? machine.width),
    height: Math.min(machine.length, mat?.height ?? machine.length),
  };
  return {
    ok: true,
    value: { machine, reach, job: { ...job, mat: reach, margin: Math.max(job.margin, machine.margin) } },
  };
}
