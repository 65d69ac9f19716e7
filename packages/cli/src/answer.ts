/** What a command line says to what it is given: JSON, or one line a problem. Exit 0 done, 2 bad input, 1 our fault. */
import { createReadStream, readFileSync } from "node:fs";
import { BadInput } from "./badInput.ts";
import { commands } from "./commands.ts";
import { answerLines } from "./lines.ts";

/** Where it is read from and said to: a process's own streams. */
export interface Terminal {
  /** all of standard input */
  readonly bytes: () => Uint8Array;
  /** standard input as it comes */
  readonly stream: () => AsyncIterable<Buffer>;
  /** says an answer, and waits for whoever reads slowly */
  readonly say: (text: string) => void | Promise<void>;
  readonly complain: (text: string) => void;
}

/** What the process ends with. */
export type Exit = 0 | 1 | 2;

const named = (source: string | undefined): string => {
  if (source === undefined) throw new BadInput(["file: missing: give a file name, or - for standard input"]);
  return source;
};

function readBytes(source: string, { bytes }: Terminal): Uint8Array {
  try {
    return source === "-" ? bytes() : readFileSync(source);
  } catch {
    throw new BadInput([`${source}: cannot be read: give the name of a file that exists`]);
  }
}

function readJson(source: string, terminal: Terminal): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(readBytes(source, terminal))) as unknown;
  } catch (error) {
    if (error instanceof BadInput) throw error;
    throw new BadInput([`${source}: is not JSON: ${(error as Error).message}`]);
  }
}

/** Flags that have no value. */
const SWITCHES = new Set(["lines"]);

/** `--name value` pairs, switches, and the rest. */
function readArguments(given: readonly string[]): {
  readonly flags: Map<string, string>;
  readonly rest: readonly string[];
} {
  const flags = new Map<string, string>();
  const rest: string[] = [];
  for (let i = 0; i < given.length; i += 1) {
    const word = given[i] as string;
    const value = given[i + 1];
    if (!word.startsWith("--")) rest.push(word);
    else if (SWITCHES.has(word.slice(2))) flags.set(word.slice(2), "");
    else if (value === undefined) throw new BadInput([`${word}: missing its value`]);
    else {
      flags.set(word.slice(2), value);
      i += 1;
    }
  }
  return { flags, rest };
}

const READERS = Object.entries(commands).flatMap(([id, { reads }]) => (reads ? [id] : []));

/** Flags for one of many documents: `{n}` in one is its number, so that each has a file of its own. */
const numbered = (flags: ReadonlyMap<string, string>, n: number): ReadonlyMap<string, string> =>
  new Map([...flags].map(([flag, value]) => [flag, value.replaceAll("{n}", String(n))]));

async function run(given: readonly string[], terminal: Terminal): Promise<Exit> {
  const [name, ...others] = given;
  const command = name !== undefined && Object.hasOwn(commands, name) ? commands[name] : undefined;
  if (!command)
    throw new BadInput([`command: '${name ?? ""}' is not known; there are: ${Object.keys(commands).join(", ")}`]);
  const { flags, rest } = readArguments(others);
  const byLines = flags.delete("lines");
  if (byLines && !command.reads)
    throw new BadInput([`--lines: '${String(name)}' reads no documents; those that do: ${READERS.join(", ")}`]);
  for (const flag of flags.keys()) {
    if (!command.flags.includes(flag))
      throw new BadInput([
        `--${flag}: is not known here; allowed: ${command.flags.map((f) => `--${f}`).join(", ") || "none"}`,
      ]);
  }
  if (byLines && flags.get("out")?.includes("{n}") === false)
    throw new BadInput(["--out: every line needs a file of its own: put {n} in the name, for the number of the line"]);
  if (byLines) {
    const source = named(rest[0]);
    const faults = await answerLines(
      { source, stream: source === "-" ? terminal.stream() : createReadStream(source), say: terminal.say },
      (document, n) => command.run({ flags: numbered(flags, n), json: () => document, bytes: () => new Uint8Array() }),
    );
    return faults > 0 ? 1 : 0;
  }
  const result = await command.run({
    flags,
    json: () => readJson(named(rest[0]), terminal),
    bytes: () => readBytes(named(rest[0]), terminal),
  });
  await terminal.say(`${JSON.stringify(result)}\n`);
  return 0;
}

/** Answers the words of a command line. @returns what the process ends with; it never throws */
export async function answer(given: readonly string[], terminal: Terminal): Promise<Exit> {
  try {
    return await run(given, terminal);
  } catch (error) {
    if (error instanceof BadInput) {
      terminal.complain(`${error.lines.join("\n")}\n`);
      return 2;
    }
    terminal.complain(`a fault of ours: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
    return 1;
  }
}
