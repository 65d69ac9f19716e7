/** One document a line in, one answer a line out, in order and at constant memory: how engines that pipe lines run us. */
import { StringDecoder } from "node:string_decoder";
import { BadInput } from "./badInput.ts";

/** A longer line is no recipe, and is not kept: it is answered when it ends. In letters. */
const LONGEST_LINE = 8 * 1024 * 1024;

/** The lines of a stream, the last without its end as well; undefined for one that is too long. */
async function* linesOf(stream: AsyncIterable<Buffer>): AsyncGenerator<string | undefined> {
  const decoder = new StringDecoder("utf8");
  let kept = "";
  let isTooLong = false;
  for await (const chunk of stream) {
    let text = decoder.write(chunk);
    for (let end = text.indexOf("\n"); end >= 0; end = text.indexOf("\n")) {
      yield isTooLong || kept.length + end > LONGEST_LINE ? undefined : kept + text.slice(0, end);
      [kept, isTooLong, text] = ["", false, text.slice(end + 1)];
    }
    isTooLong ||= kept.length + text.length > LONGEST_LINE;
    kept = isTooLong ? "" : kept + text;
  }
  const rest = kept + decoder.end();
  if (isTooLong) yield undefined;
  else if (rest !== "") yield rest;
}

function parsed(line: string | undefined): unknown {
  if (line === undefined) throw new BadInput([`line: is longer than ${String(LONGEST_LINE / 1024 / 1024)} MB`]);
  try {
    return JSON.parse(line) as unknown;
  } catch (error) {
    throw new BadInput([`line: is not JSON: ${(error as Error).message}`]);
  }
}

/** Where lines come from, what that is called, and where answers go. */
interface Lines {
  readonly source: string;
  readonly stream: AsyncIterable<Buffer>;
  readonly say: (text: string) => void | Promise<void>;
}

/**
 * Answers every line of a file or of standard input. A bad line is answered on its own line.
 * @param answer what is said to a document; it gets the number of its line, from 1
 * @returns how many lines met a fault of ours; each of them is answered too
 * @throws BadInput for a file that cannot be read
 */
export async function answerLines(
  { source, stream, say }: Lines,
  answer: (document: unknown, n: number) => unknown,
): Promise<number> {
  let faults = 0;
  let n = 0;
  try {
    for await (const line of linesOf(stream)) {
      n += 1;
      let said: unknown;
      try {
        said = await answer(parsed(line), n);
      } catch (error) {
        if (!(error instanceof BadInput)) faults += 1;
        const text = error instanceof Error ? error.message : String(error);
        said = { error: error instanceof BadInput ? error.lines : [`a fault of ours: ${text}`] };
      }
      await say(`${JSON.stringify(said)}\n`);
    }
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== undefined)
      throw new BadInput([`${source}: cannot be read: give the name of a file that exists`]);
    throw error;
  }
  return faults;
}
