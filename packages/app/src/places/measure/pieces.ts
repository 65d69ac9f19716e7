/** The test pieces: what is made, what is measured of it, and what that tells of a tool. */
import {
  AS_IT_SAYS,
  catalogue,
  COMMON_NOTCH_MM,
  EDGES,
  find,
  type FoundKind,
  isTold,
  LIKELY,
  type Measured,
  type OnShelf,
  type ReadWith,
  type ShelfEntry,
  type Size,
} from "@cut-fold/core";
import { without } from "../../parts/without.ts";
import { type FoundFigure, frameFound, printedFrame, punchFound, stripFound } from "@cut-fold/core/measure";

/** One thing that is read off a test piece, mm. */
export interface Asked {
  readonly key: string;
  readonly label: string;
  readonly about?: string;
  /** what it is where nothing is typed; else it has to be measured */
  readonly said?: number;
  /** what it is taken for where it is not measured: it need not be */
  readonly unmeasured?: string;
  readonly min: number;
  readonly max: number;
}

/** What has been typed, by key; mm. */
export type Read = Readonly<Record<string, number>>;

/** A test piece. */
export interface TestPiece {
  readonly id: "square" | "strip" | "page" | "frame";
  readonly title: string;
  readonly tells: string;
  /** what of the shelf it is made with */
  readonly isFor: (entry: ShelfEntry) => boolean;
  readonly fresh: { readonly kind: "board" | "printer" | "machine"; readonly title: string };
  readonly how: readonly string[];
  readonly asked: (inches: boolean, paper: Size) => readonly Asked[];
  /** what is known of it and need not be measured, mm */
  readonly given: (paper: Size) => Read;
  /** undefined until all that it needs has been measured */
  readonly found: (read: Read, by: ReadWith) => FoundFigure[] | undefined;
}

const boardOf = (entry: ShelfEntry): string | undefined =>
  entry.kind === "board" ? find(catalogue.boards, entry.board)?.kind : undefined;

/** What was measured, where all of it was. */
function all<K extends string>(read: Read, ...keys: readonly K[]): Readonly<Record<K, number>> | undefined {
  return keys.every((key) => read[key] !== undefined) ? read : undefined;
}
const INCH = 25.4;
const near = (mm: number): { readonly min: number; readonly max: number } => ({ min: mm * 0.9, max: mm * 1.1 });

/** A square as most boards take it, punched near its middle so that no score is short; and a strip. */
const SQUARE = { mm: { side: 200, set: 90 }, inches: { side: 8 * INCH, set: 3.5 * INCH } } as const;
const STRIP = { mm: { long: 250, set: 50 }, inches: { long: 10 * INCH, set: 2 * INCH } } as const;
/** As large as the mat takes: a small frame tells nothing that a ruler can see. */
const FRAME_MM = 250;
const NOTHING = (): Read => ({});
const EDGE_NAMES = { left: "Left", right: "Right", top: "Upper", bottom: "Lower" } as const;

export const TEST_PIECES: readonly TestPiece[] = [
  {
    id: "square",
    title: "A punched square",
    tells: "the notch and the ruler of a punch board, both at once",
    isFor: (entry) => boardOf(entry) === "punch-board",
    fresh: { kind: "board", title: "My punch board" },
    how: [
      "Cut a square of stiff paper. Measure its side.",
      "Set its left corner to the mark, punch, and score down the groove.",
      "Turn it to the left, last score on the guide, punch and score: three times.",
      "Measure square across from score to score: from the first to the third, and from the second to the fourth.",
    ],
    given: NOTHING,
    asked: (inches) => {
      const { side, set } = inches ? SQUARE.inches : SQUARE.mm;
      return [
        { key: "side", label: "Side of the square", said: side, min: 100, max: 305 },
        { key: "set", label: "Mark that it was set to", said: set, min: 40, max: 250 },
        { key: "d13", label: "First to third score", about: "square across", min: 20, max: 250 },
        { key: "d24", label: "Second to fourth score", about: "square across", min: 20, max: 250 },
      ];
    },
    found: (read, by) => {
      const of = all(read, "side", "set", "d13", "d24");
      return of && punchFound(of, by);
    },
  },
  {
    id: "strip",
    title: "A scored strip",
    tells: "where a scoring board's marks truly are",
    isFor: (entry) => boardOf(entry) === "scoring-board",
    fresh: { kind: "board", title: "My scoring board" },
    how: [
      "Cut a strip. Measure its length.",
      "With one end at the stop, score it at the mark.",
      "Turn it round, the other end at the stop, and score it at the same mark.",
      "Measure from score to score.",
    ],
    given: NOTHING,
    asked: (inches) => {
      const { long, set } = inches ? STRIP.inches : STRIP.mm;
      return [
        { key: "long", label: "Length of the strip", said: long, min: 100, max: 600 },
        { key: "set", label: "Mark of both scores", said: set, min: 10, max: 250 },
        { key: "between", label: "From score to score", min: 20, max: 580 },
      ];
    },
    found: (read, by) => {
      const of = all(read, "long", "set", "between");
      return of && stripFound(of, by);
    },
  },
  {
    id: "page",
    title: "A printed page",
    tells: "how large, how square and where your printer prints, and where its ink ends",
    isFor: (entry) => entry.kind === "printer",
    fresh: { kind: "printer", title: "My printer" },
    how: [
      "Print both test pages at 100 %, without fitting them to the page.",
      "Measure the frame across and up, then both of its diagonals: A to B, and C to D.",
      "Measure from the paper's left edge to the frame, and from its upper edge; on the page that lies too, as it is read.",
      "Where a line to an edge of the paper ends before it, measure from the edge to its end.",
    ],
    given: (paper) => ({ ...printedFrame(paper), ...paper }),
    asked: (_, paper) => {
      const { across, up } = printedFrame(paper);
      const diagonal = Math.hypot(across, up);
      return [
        { key: "trueAcross", label: "Frame across", ...near(across) },
        { key: "trueUp", label: "Frame up", ...near(up) },
        { key: "rising", label: "Diagonal A to B", ...near(diagonal) },
        { key: "falling", label: "Diagonal C to D", ...near(diagonal) },
        { key: "left", label: "Left edge to the frame", min: 2, max: 40 },
        { key: "top", label: "Upper edge to the frame", min: 5, max: 60 },
        { key: "lying-left", label: "Lying: left to the frame", unmeasured: "not moved", min: 5, max: 60 },
        { key: "lying-top", label: "Lying: top to the frame", unmeasured: "not moved", min: 2, max: 40 },
        ...EDGES.map((edge) => ({
          ...{ key: `edge-${edge}`, label: `${EDGE_NAMES[edge]} edge to its line`, unmeasured: "as most" },
          ...LIKELY[`edge-${edge}`],
        })),
      ];
    },
    found: (read, by) => {
      const of = all(read, "across", "up", "trueAcross", "trueUp", "rising", "falling");
      const on = all(read, "left", "top", "width", "height");
      const { "lying-left": left, "lying-top": top } = read;
      const onLying = left !== undefined && top !== undefined ? { left, top } : undefined;
      const edges = Object.fromEntries(
        EDGES.flatMap((edge) => (read[`edge-${edge}`] === undefined ? [] : [[edge, read[`edge-${edge}`]]])),
      );
      return of && frameFound({ ...of, edges, ...(on && { onPaper: on }), ...(onLying && { onLying }) }, by);
    },
  },
  {
    id: "frame",
    title: "A cut frame",
    tells: "how large and how square your machine cuts, across and along",
    isFor: (entry) => entry.kind === "machine",
    fresh: { kind: "machine", title: "My cutter" },
    how: [
      "Draw or cut the frame on the machine, as large as its mat takes.",
      "Measure it across and along, then both of its diagonals: from the lower left to the upper right, and from the lower right to the upper left.",
    ],
    given: NOTHING,
    asked: () => [
      { key: "across", label: "Frame across as it is drawn", said: FRAME_MM, min: 50, max: 600 },
      { key: "up", label: "Frame along as it is drawn", said: FRAME_MM, min: 50, max: 600 },
      { key: "trueAcross", label: "Frame across", min: 45, max: 620 },
      { key: "trueUp", label: "Frame along", min: 45, max: 620 },
      { key: "rising", label: "Lower left to upper right", min: 60, max: 900 },
      { key: "falling", label: "Lower right to upper left", min: 60, max: 900 },
    ],
    found: (read, by) => {
      const of = all(read, "across", "up", "trueAcross", "trueUp", "rising", "falling");
      return of && frameFound(of, by);
    },
  },
];

type Tool = OnShelf<"board" | "printer" | "machine">;

/** What a tool says of a figure before it is measured. */
export function saidOf(tool: Tool | undefined, what: FoundKind): number {
  if (what !== "notch") return AS_IT_SAYS[what];
  const board = tool?.kind === "board" ? find(catalogue.boards, tool.board) : undefined;
  return board?.kind === "punch-board" ? board.notch : COMMON_NOTCH_MM;
}

/** What was found, and what is known of the tool from before that was not measured this time. */
export const withBefore = (found: readonly Measured[], before: readonly Measured[] = []): readonly Measured[] => [
  ...found,
  ...before.filter(({ what }) => !found.some((one) => one.what === what)),
];

/** The tool with what was found of it: a board's own figures only where they tell. */
export function toolWith(tool: Tool, measured: readonly Measured[]): Tool {
  if (tool.kind !== "board") return { ...tool, measured: [...measured] };
  const telling = (what: FoundKind): number | undefined => {
    const found = measured.find((one) => one.what === what);
    return found && isTold(found, saidOf(tool, what)) ? round(found.value) : undefined;
  };
  const [notch, offset] = [telling("notch"), telling("offset")];
  return {
    ...without(tool, "notch", "offset"),
    measured: [...measured],
    ...(notch !== undefined && { notch }),
    ...(offset !== undefined && { offset }),
  };
}
/** A hundredth of a mm is finer than any of it can be measured. */
const round = (mm: number): number => Math.round(mm * 100) / 100;
