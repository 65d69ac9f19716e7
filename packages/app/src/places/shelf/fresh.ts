/** What is put on a shelf before anything is said of it: what most makers have, in their own units. */
import { catalogue, MM_PER, type ShelfEntry, type ShelfKind } from "@cut-fold/core";

/** A name that none of the kind has yet: "Paper", "Paper 2". */
export function freeTitle(title: string, shelf: readonly ShelfEntry[]): string {
  const taken = new Set(shelf.map((entry) => (entry.kind === "offcut" ? "" : entry.title)));
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? title : `${title} ${String(n)}`;
    if (!taken.has(name)) return name;
  }
}

/** A new entry of a kind. */
export function freshEntry(kind: ShelfKind, shelf: readonly ShelfEntry[], inches: boolean): ShelfEntry {
  const id = crypto.randomUUID();
  const named = (title: string) => ({ id, title: freeTitle(title, shelf) });
  const sheet = inches ? { width: 8.5 * MM_PER.in, height: 11 * MM_PER.in } : { width: 210, height: 297 };
  const ruler = inches ? "sixteenth-inch" : "millimetre";
  switch (kind) {
    case "paper": {
      const look = { face: "#e9d9bb", back: "#f1e6d0" };
      return { kind, ...named("Paper"), weight: 120, caliper: 0.15, ...look, ...sheet };
    }
    case "offcut": {
      const paper = shelf.find((entry) => entry.kind === "paper");
      const own = paper && { own: paper.id };
      return {
        kind,
        id,
        paper: paper?.title ?? catalogue.stocks[1]?.title ?? "",
        ...own,
        width: 150,
        height: 100,
        left: 1,
      };
    }
    case "mat":
      return { kind, ...named("Mat"), width: 290, height: 290 };
    case "machine":
      return { kind, ...named("Cutter"), width: 114, height: 290 };
    case "board": {
      const board =
        catalogue.boards.find((b) => b.kind === "scoring-board" && b.ruler === ruler) ?? catalogue.boards[0];
      return { kind, ...named("My board"), method: board?.kind ?? "scoring-board", board: board?.id ?? "" };
    }
    case "ruler":
      return { kind, ...named("My ruler"), ruler: catalogue.rulers.find((r) => r.id === ruler)?.id ?? "millimetre" };
    case "tape":
      return { kind, ...named("Tape"), width: 6 };
    case "printer":
      return { kind, ...named("Printer"), sheet: inches ? "us-letter" : "iso-a4" };
    case "hand":
      return { kind, ...named("My hand"), like: "usual" };
    case "contents":
      return { kind, ...named("Thing"), width: 90, height: 60, thickness: 1 };
    case "envelope":
      return { kind, ...named("Envelope"), width: 162, height: 114 };
  }
}
