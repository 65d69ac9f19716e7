/** The command line of the contract: JSON on stdout, one line a problem on stderr. Exit 0 done, 2 bad input, 1 our fault. */
import { readFileSync } from "node:fs";
import { commands } from "./commands.ts";
import { BadInput } from "./badInput.ts";
import { answerLines } from "./lines.ts";

const named = (source: string | undefined): string => {
  if (source === undefined) throw new BadInput(["file: missing: give a file name, or - for standard input"]);
  return source;
};

function readBytes(source: string): Uint8Array {
  try {
    return readFileSync(source === "-" ? 0 : source);
  } catch {
    throw new BadInput([`${source}: cannot be read: give the name of a file that exists`]);
  }
}

function readJson(source: string): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(readBytes(source))) as unknown;
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

async function run(given: readonly string[]): Promise<void> {
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
    const faults = await answerLines(named(rest[0]), (document, n) =>
      command.run({ flags: numbered(flags, n), json: () => document, bytes: () => new Uint8Array() }),
    );
    if (faults > 0) process.exitCode = 1;
    return;
  }
  const result = await command.run({
    flags,
    json: () => readJson(named(rest[0])),
    bytes: () => readBytes(named(rest[0])),
  });
  process.stdout.write(`${JSON.stringify(result)}\n`);
}

// whoever reads our answers may have enough of them
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  process.exit(error.code === "EPIPE" ? 0 : 1);
});

try {
  await run(process.argv.slice(2));
} catch (error) {
  if (error instanceof BadInput) {
    process.stderr.write(`${error.lines.join("\n")}\n`);
    process.exitCode = 2;
  } else {
    process.stderr.write(
      `a fault of ours: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
    );
    process.exitCode = 1;
  }
}
