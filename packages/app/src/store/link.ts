/**
 * A draft as a link: its whole recipe in the part of the address that no browser sends to a server. What comes with such a
 * link is read like any file of unknown origin.
 */
import { type Draft, readProject, writeProject } from "@cut-fold/core";

/** A recipe is about 1 kB: a link that unpacks to more than this is not one of ours. */
const MOST_BYTES = 1024 * 1024;

/** Longer addresses some browsers cut off, and with them what they hold. */
const MOST_SIGNS = 64_000;
const TOO_LONG = "This draft is too long for a link: it would not open. A file of it holds everything.";

const packed = async (bytes: Blob, way: GenericTransformStream): Promise<Uint8Array> => {
  const reader = (bytes.stream() as ReadableStream<BufferSource>)
    .pipeThrough(way)
    .getReader() as ReadableStreamDefaultReader<Uint8Array>;
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let size = 0;
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    size += part.value.length;
    if (size > MOST_BYTES) {
      await reader.cancel();
      throw new Error("This link holds far more than a draft. Nothing was taken from it.");
    }
    parts.push(new Uint8Array(part.value));
  }
  return new Uint8Array(await new Blob(parts).arrayBuffer());
};

/** The address that opens this draft elsewhere, as a new one. */
export async function linkOf(draft: Draft, origin = window.location.origin): Promise<string> {
  // alone: the versions beside it and the card it follows stay here
  const { id, name, tags, note, made, changed, step, spec } = draft;
  const file = writeProject([{ id, name, tags, note, made, changed, step, spec }]);
  // a link that would not open is not made: whoever gets it could do nothing
  if (new Blob([file]).size > MOST_BYTES || !readProject(file).ok) throw new Error(TOO_LONG);
  const bytes = await packed(new Blob([file]), new CompressionStream("deflate-raw"));
  const text = btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(""));
  const link = `${origin}/take#${text.replaceAll("+", "-").replaceAll("/", "_").replace(/=+$/u, "")}`;
  if (link.length > MOST_SIGNS) throw new Error(TOO_LONG);
  return link;
}

/** What a link holds, as a file. @throws with a sentence when it is no link of ours, or a broken one */
export async function fileInLink(hash: string): Promise<Blob> {
  let bytes: Uint8Array<ArrayBuffer>;
  try {
    const text = atob(hash.replace(/^#/u, "").replaceAll("-", "+").replaceAll("_", "/"));
    bytes = Uint8Array.from(text, (sign) => sign.charCodeAt(0));
  } catch {
    throw new Error("This link is broken: a part of it is missing. Ask for it again.");
  }
  const read = await packed(new Blob([bytes]), new DecompressionStream("deflate-raw")).catch((error: unknown) => {
    throw error instanceof Error && error.message.startsWith("This link")
      ? error
      : new Error("This link is broken: a part of it is missing. Ask for it again.");
  });
  return new Blob([read as Uint8Array<ArrayBuffer>]);
}
