import { writeFileSync } from "node:fs";
import {
  blanksIn,
  catalogue,
  chartOf,
  cutsOf,
  eachNamed,
  type Display,
  find,
  type Format,
  formatById,
  formats,
  type JobAnswer,
  layOut,
  machineJob,
  paperColours,
  pose,
  type Problem,
  rank,
  readBack,
  readJob,
  readLength,
  readMachineJob,
  readSpec,
  reasonWords,
  resize,
  SAME_PAPER,
  searchFor,
  sayCannot,
  sayCut,
  sayFinding,
  sayProblem,
  type Solution,
  solutionJson,
  solve,
  type Spec,
  tableCells,
  trimPlans,
  workBack,
  TYPEFACES,
  waysOf,
} from "@cut-fold/core";
import { forms } from "@cut-fold/core/forms";
import { prove, proveMotion } from "@cut-fold/core/proof";
import { z } from "zod";
import { BadInput } from "./badInput.ts";
import { chanceOf } from "./chance.ts";
import { cut, JOB_FORMATS, jobFiles, jobJson } from "./machines.ts";
import { importNet } from "./importNet.ts";
import { importFile } from "./importFile.ts";
import { canvas, fonts, printerPaper } from "./writing.ts";

interface Given {
  readonly flags: ReadonlyMap<string, string>;
  readonly json: () => unknown;
  /** the file as it is */
  readonly bytes: () => Uint8Array;
}
interface Command {
  readonly flags: readonly string[];
  /** whether it is given a document: then it can be given many, a line each */
  readonly reads?: true;
  run(given: Given): unknown;
}

const displayFor = (units: unknown): Display =>
  units === "in" ? { unit: "in", fraction: 16 } : units === "cm" ? { unit: "cm" } : { unit: "mm" };

const lines = (problems: readonly Problem[], units: unknown, whole = "spec"): string[] =>
  problems.map((p) => `${p.field || whole}: ${sayProblem(p, displayFor(units))}`);

const unitsOf = (given: unknown): unknown =>
  typeof given === "object" && given !== null ? (given as { units?: unknown }).units : undefined;

/** One spec, or an array of them: each answered by `use`, or inside an array by its own errors. */
function forSpecs(given: unknown, use: (spec: Spec, units: unknown) => unknown): unknown {
  const one = (raw: unknown): unknown => {
    const read = readSpec(raw);
    return read.ok ? use(read.value, unitsOf(raw)) : { error: lines(read.problems, unitsOf(raw)) };
  };
  if (Array.isArray(given)) return given.map(one);
  const read = readSpec(given);
  if (!read.ok) throw new BadInput(lines(read.problems, unitsOf(given)));
  return use(read.value, unitsOf(given));
}

function flag(flags: Given["flags"], name: string, allowed: readonly string[]): string | undefined {
  const value = flags.get(name);
  if (value !== undefined && !allowed.includes(value))
    throw new BadInput([`--${name}: '${value}' is not known; allowed: ${allowed.join(", ")}`]);
  return value;
}

/** At rest, and over the whole travel of everything that moves. */
function proveWhole(solution: Solution): unknown {
  const rest = prove(solution);
  const motions = solution.motions.map(({ id }) => ({ id, ...proveMotion(solution, id) }));
  const moving = motions.map(({ id, ok, crossings }) => ({ id, ok, crossings }));
  return { ...rest, ok: rest.ok && motions.every((m) => m.ok), ...(moving.length > 0 && { motions: moving }) };
}

const poseSchema = z.strictObject({
  spec: z.unknown(),
  folded: z.number().min(0).max(1000).optional(),
  set: z.record(z.string(), z.number().min(0).max(1)).optional(),
});

/** A solved recipe where it is in space. */
function posed(job: unknown): unknown {
  const asked = poseSchema.safeParse(job);
  if (!asked.success)
    throw new BadInput(asked.error.issues.map((issue) => `${issue.path.join(".") || "job"}: ${issue.message}`));
  const { spec, folded, set } = asked.data;
  return forSpecs(spec, (read) => {
    const solution = solve(read);
    const unknown = Object.keys(set ?? {}).filter((id) => !solution.motions.some((m) => m.id === id));
    if (unknown.length > 0) {
      const known = solution.motions.map((m) => m.id).join(", ") || "nothing moves here";
      throw new BadInput(unknown.map((id) => `set.${id}: is no motion of this form; known: ${known}`));
    }
    return pose(solution, { ...(folded !== undefined && { folded }), ...(set && { set }) });
  });
}

const MODES = ["auto", "silhouette", "holes", "line"] as const;
const EXPORTS = formats.filter((format) => format.of.includes("draft")).map((format) => format.id);

async function exported(spec: Spec, format: Format, display: Display): Promise<string | Uint8Array> {
  const solution = solve(spec);
  const title = spec.contents.name ?? solution.form;
  const date = new Date();
  const now = date.toISOString();
  const draft = { id: "draft-1", name: title, tags: [], note: "", made: now, changed: now, step: 1, spec };
  const each = eachNamed(solution);
  return await format.write(
    { title, draft, pieces: each.pieces, whole: () => ({ solution, each }) },
    { ...{ display, date, fonts, canvas }, colours: paperColours(spec.stock), paper: printerPaper(display) },
  );
}

/** A job that a machine makes. */
function planned(given: unknown): Extract<JobAnswer, { ok: true }> {
  const read = readMachineJob(given);
  if (!read.ok) throw new BadInput(lines(read.problems, unitsOf(given), "job"));
  const answer = machineJob(read.value, () => performance.now());
  if (!answer.ok) throw new BadInput(lines(answer.problems, unitsOf(given), "job"));
  return answer;
}

/** A job has items where a recipe has a form. */
const isJob = (given: unknown): boolean =>
  typeof given === "object" && given !== null && "items" in given && !("form" in given);

/** Writes a file; its bytes. */
function kept(out: string, data: string | Uint8Array): number {
  try {
    writeFileSync(out, data);
  } catch {
    throw new BadInput([`--out: '${out}' cannot be written`]);
  }
  return Buffer.byteLength(data);
}

/** Writes a job's sheets: one file, or numbered ones. */
function keptJob(given: unknown, format: string, out: string): unknown {
  const known = JOB_FORMATS.find((one) => one === format);
  if (!known) throw new BadInput([`--format: a job is no '${format}'; allowed: ${JOB_FORMATS.join(", ")}`]);
  const answer = planned(given);
  const machine = find(catalogue.machines, answer.job.machine);
  const all = machine ? jobFiles(answer, machine, known) : [];
  const [only] = all;
  if (only !== undefined && all.length === 1) return { file: out, bytes: kept(out, only), files: [out] };
  const named = (n: number): string => out.replace(/(\.[^./\\]+)?$/u, (end) => `-${String(n)}${end}`);
  const files = all.map((_, i) => named(i + 1));
  const bytes = all.reduce((sum, data, i) => sum + kept(files[i] ?? out, data), 0);
  return { file: files[0] ?? "", bytes, files };
}

/** A form's settings as JSON Schema; which papers there are is said by the catalogue. */
const schemaOf = (settings: z.ZodObject): unknown =>
  z.toJSONSchema(settings, {
    io: "input",
    override: ({ jsonSchema }) => {
      if (jsonSchema["kind"] === "paper") jsonSchema.enum = [SAME_PAPER, ...catalogue.stocks.map(({ id }) => id)];
    },
  });

export const commands: Readonly<Record<string, Command>> = {
  forms: {
    flags: [],
    run: () =>
      forms.map(({ id, title, purpose, about, boards, settings }) => ({
        id,
        title,
        purpose,
        // what earlier versions called it: everything that holds something was an envelope
        kind: purpose === "card" || purpose === "part" ? purpose : "envelope",
        about,
        methods: waysOf({ boards }),
        settings: schemaOf(settings),
      })),
  },
  catalogue: {
    flags: [],
    run: () => ({ ...catalogue, typefaces: Object.entries(TYPEFACES).map(([id, title]) => ({ id, title })) }),
  },
  import: {
    flags: ["mode", "as", "roles", "near"],
    run: ({ bytes, flags }) => {
      if (flag(flags, "as", ["net"]) === "net") return importNet(bytes(), flags);
      for (const name of ["roles", "near"])
        if (flags.has(name)) throw new BadInput([`--${name}: is known with --as net alone`]);
      // of a drawing there is one reading; the word is known all the same
      const mode = flag(flags, "mode", MODES) as (typeof MODES)[number] | undefined;
      return importFile(bytes(), mode ?? "auto");
    },
  },
  solve: {
    flags: [],
    reads: true,
    run: ({ json }) => forSpecs(json(), (spec, units) => solutionJson(solve(spec), displayFor(units))),
  },
  prove: { flags: [], reads: true, run: ({ json }) => forSpecs(json(), (spec) => proveWhole(solve(spec))) },
  fit: {
    flags: ["hand", "runs", "seed"],
    reads: true,
    run: ({ json, flags }) => forSpecs(json(), (spec) => chanceOf(solve(spec), flags)),
  },
  pose: {
    flags: [],
    reads: true,
    run: ({ json }) => {
      const given = json();
      return Array.isArray(given) ? given.map((job) => posed(job)) : posed(given);
    },
  },
  chart: {
    flags: ["form", "board", "units", "ruler", "sheet"],
    run: ({ flags }) => {
      const form = flag(
        flags,
        "form",
        forms.map((f) => f.id),
      );
      if (form === undefined) throw new BadInput([`--form: missing; allowed: ${forms.map((f) => f.id).join(", ")}`]);
      const units = flag(flags, "units", ["mm", "cm", "in"]) ?? "mm";
      const sheetId = flag(
        flags,
        "sheet",
        catalogue.sheets.map((s) => s.id),
      );
      const sheet = sheetId === undefined ? undefined : find(catalogue.sheets, sheetId);
      const chart = chartOf({
        form,
        board: flag(
          flags,
          "board",
          catalogue.boards.map((b) => b.id),
        ),
        ruler: flag(
          flags,
          "ruler",
          catalogue.rulers.map((r) => r.id),
        ),
        sheet: sheet && { preset: sheet.id, width: sheet.width, height: sheet.height },
      });
      if (!chart.ok) throw new BadInput(lines(chart.problems, units));
      return {
        form,
        rows: chart.rows.map(({ contents, blank, firstScore, inside, gap, fits, sheets }) => ({
          contents: contents.id,
          blank,
          firstScore,
          inside,
          gap,
          fits,
          sheets,
        })),
      };
    },
  },
  rank: {
    flags: [],
    reads: true,
    run: ({ json }) =>
      forSpecs(json(), (spec, units) =>
        rank(spec).map(({ form, purpose, blank, sheets, fits, reasons, solution }) => ({
          form,
          purpose,
          blank,
          sheets,
          fits,
          reasons: reasons.map((r) => reasonWords[r.code](r.facts)),
          findings: solution.findings.map((f) => sayFinding(f, displayFor(units))),
        })),
      ),
  },
  trim: {
    flags: [],
    reads: true,
    run: ({ json }) =>
      forSpecs(json(), (spec, units) =>
        trimPlans(solve(spec)).map(({ groups, ...plan }) => ({
          ...plan,
          groups: groups.map(({ count, root }) => ({
            count,
            blanks: blanksIn(root),
            cuts: cutsOf(root).map((cut) => ({ ...cut, text: sayCut(cut, displayFor(units)) })),
          })),
        })),
      ),
  },
  back: {
    flags: [],
    reads: true,
    run: ({ json }) => {
      const given = json();
      const read = readBack(given);
      if (!read.ok) throw new BadInput(lines(read.problems, unitsOf(given)));
      const { envelope, card } = read.value;
      const back = workBack(envelope, card);
      if (back.ok) {
        const { inside, card: size, gap, spec } = back;
        return { inside, card: size, gap, base: solutionJson(solve(spec), displayFor(unitsOf(given))) };
      }
      if (back.problems.length > 0) throw new BadInput(lines(back.problems, unitsOf(given)));
      throw new BadInput(["envelope: no card of at least 20 mm goes in: fewer layers, or a larger envelope"]);
    },
  },
  resize: {
    flags: ["width", "height"],
    reads: true,
    run: ({ flags, json }) => {
      const [width, height] = [flags.get("width"), flags.get("height")];
      if (width === undefined || height === undefined)
        throw new BadInput(["--width and --height: missing: give the new size, such as 210 or 8.5in"]);
      return forSpecs(json(), (spec, units) => {
        const unit = units === "in" || units === "cm" ? units : "mm";
        const sized = (text: string, name: string): number => {
          const read = readLength(text, unit);
          if (!read.ok) throw new BadInput([`--${name}: '${text}' is not a length: write it like 4 1/4in or 108`]);
          return read.mm;
        };
        const done = resize(spec, { width: sized(width, "width"), height: sized(height, "height") });
        if (!done.ok) throw new BadInput(lines(done.problems, units));
        const { keeps, follows, cannot, spec: recipe } = done;
        return { recipe, keeps, follows, cannot: cannot.map((c) => sayCannot(c, displayFor(units))) };
      });
    },
  },
  table: {
    flags: ["units", "sheet"],
    run: ({ flags }) => {
      const unit = flag(flags, "units", ["mm", "in"]) === "in" ? "in" : "mm";
      const sheetId = flag(
        flags,
        "sheet",
        catalogue.sheets.map((s) => s.id),
      );
      const known = sheetId === undefined ? undefined : find(catalogue.sheets, sheetId);
      const sheet = known && { preset: known.id, width: known.width, height: known.height };
      return [...tableCells({ unit, sheet })].map(({ form, contents, blank, firstScore, fits }) => ({
        form,
        contents: contents.id,
        blank,
        firstScore,
        fits,
      }));
    },
  },
  layout: {
    flags: [],
    reads: true,
    run: ({ json }) => {
      const given = json();
      const units = unitsOf(given);
      const read = readJob(given);
      if (!read.ok) throw new BadInput(lines(read.problems, units, "job"));
      const ready = searchFor(read.value);
      if (!ready.ok) throw new BadInput(lines(ready.problems, units, "job"));
      return layOut(read.value, ready.search, () => performance.now());
    },
  },
  job: {
    flags: [],
    reads: true,
    run: ({ json }) => {
      const given = json();
      return jobJson(planned(given), displayFor(unitsOf(given)));
    },
  },
  cut: { flags: ["offset", "mat"], run: ({ bytes, flags }) => cut(bytes(), flags) },
  export: {
    flags: ["format", "out"],
    reads: true,
    run: async ({ flags, json }) => {
      const format = formatById(flag(flags, "format", EXPORTS) ?? "");
      const out = flags.get("out");
      if (!format) throw new BadInput([`--format: missing; allowed: ${EXPORTS.join(", ")}`]);
      if (!out)
        throw new BadInput(["--out: missing: give the file to write; with --lines {n} in it is the line's number"]);
      const given = json();
      if (isJob(given)) return keptJob(given, format.id, out);
      const read = readSpec(given);
      if (!read.ok) throw new BadInput(lines(read.problems, unitsOf(given)));
      const data = await exported(read.value, format, displayFor(unitsOf(given)));
      return { file: out, bytes: kept(out, data) };
    },
  },
};
