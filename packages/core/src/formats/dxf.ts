/**
 * DXF (AC1015, the release of 2000, ASCII): true arcs as bulges of light polylines, cubics as splines, mm, a layer for each
 * kind of line with its own line type and no colour. Group codes, subclasses and the tables a file must have are those of the
 * published DXF reference.
 *
 *     HEADER │ TABLES (line types, layers) │ BLOCKS (the two spaces) │ ENTITIES │ OBJECTS
 */
import { type Cubic, type Path, runsOf, type Segment, split, sweep } from "../geometry/path.ts";
import { distance, type Point } from "../geometry/point.ts";
import { nth } from "../units/nth.ts";
import type { Format } from "./format.ts";
import { type Strokes, strokesInRow } from "./inRow.ts";
import { dashOf, type StrokeRole } from "./strokes.ts";

/** What each kind of line is called as a layer. */
const LAYERS: Readonly<Record<StrokeRole, string>> = {
  cut: "CUT",
  valley: "SCORE_VALLEY",
  mountain: "SCORE_MOUNTAIN",
  perforate: "PERFORATE",
  pen: "PEN",
  foil: "FOIL",
  print: "PRINT",
  guide: "GUIDE",
};
/** The colour that is black on white and white on black. */
const PLAIN = 7;
/** `$INSUNITS`: millimetres. */
const MILLIMETRES = 4;
/** Fixed handles of the spaces and of the dictionaries that every file has. */
const MODEL = "1F";
const PAPER = "1B";
/** mm between the ends of what is closed. */
const CLOSED_MM = 1e-6;

type Group = readonly [code: number, value: string | number];

/** A number with a point and six decimals at most. */
function real(value: number): string {
  if (!Number.isFinite(value)) throw new RangeError(`a drawing cannot hold the number ${String(value)}`);
  const text = String(Math.round(value * 1e6) / 1e6);
  return text.includes(".") || text.includes("e") ? text : `${text}.0`;
}

const at = ([x, y]: Point, first = 10): Group[] => [
  [first, real(x)],
  [first + 10, real(y)],
];

/** A file as it grows: handles are counted up. */
class Drawing {
  private handle = 0x100;
  next(): string {
    this.handle += 1;
    return this.handle.toString(16).toUpperCase();
  }

  entity(type: string, layer: string, subclass: string, groups: readonly Group[]): Group[] {
    return [[0, type], [5, this.next()], [330, MODEL], [100, "AcDbEntity"], [8, layer], [100, subclass], ...groups];
  }
}

const isCubic = (s: Segment): s is Cubic => s.kind === "cubic";

/** How far a polyline bulges on an arc: the tangent of a quarter of what it sweeps, anticlockwise above nothing. */
const bulgeOf = (s: Segment): number => (s.kind === "arc" ? Math.tan(sweep(s) / 4) : 0);

/** A run without cubics as a light polyline; a full circle as two halves, for a bulge has none. */
function polyline(run: Path, layer: string, drawing: Drawing): Group[] {
  const parts = run.flatMap((s) => (s.kind === "arc" && Math.abs(sweep(s)) > Math.PI ? split(s, 0.5) : [s]));
  const closed = distance(nth(parts, 0).from, nth(parts, -1).to) < CLOSED_MM;
  const places = parts.map((s) => ({ p: s.from, bulge: bulgeOf(s) }));
  if (!closed) places.push({ p: nth(parts, -1).to, bulge: 0 });
  return drawing.entity("LWPOLYLINE", layer, "AcDbPolyline", [
    [90, places.length],
    [70, closed ? 1 : 0],
    [43, "0.0"],
    ...places.flatMap(({ p, bulge }): Group[] => [...at(p), ...(bulge === 0 ? [] : [[42, real(bulge)] as const])]),
  ]);
}

/** Cubics that follow one another as one spline: a knot three times where two meet. */
function spline(run: readonly Cubic[], layer: string, drawing: Drawing): Group[] {
  const controls = [nth(run, 0).from, ...run.flatMap(({ control1, control2, to }) => [control1, control2, to])];
  const inner = run.slice(1).flatMap((_, i) => [i + 1, i + 1, i + 1]);
  const last = run.length;
  const knots = [0, 0, 0, 0, ...inner, last, last, last, last];
  return drawing.entity("SPLINE", layer, "AcDbSpline", [
    [210, "0.0"],
    [220, "0.0"],
    [230, "1.0"],
    [70, 8],
    [71, 3],
    [72, knots.length],
    [73, controls.length],
    [74, 0],
    [42, "0.000000001"],
    [43, "0.0000000001"],
    ...knots.map((knot): Group => [40, real(knot)]),
    ...controls.flatMap((p): Group[] => [...at(p), [30, "0.0"]]),
  ]);
}

/** A run as entities: parts without cubics, and cubics. One without any is a single polyline. */
function entitiesOf(run: Path, layer: string, drawing: Drawing): Group[] {
  const parts: Segment[][] = [];
  for (const s of run) {
    const last = parts.at(-1);
    if (last && isCubic(nth(last, -1)) === isCubic(s)) last.push(s);
    else parts.push([s]);
  }
  return parts.flatMap((part) => (part.every(isCubic) ? spline(part, layer, drawing) : polyline(part, layer, drawing)));
}

/** A record of a symbol table. */
const symbol = (type: string, handle: string, owner: string, subclass: string, groups: readonly Group[]): Group[] => [
  [0, type],
  [5, handle],
  [330, owner],
  [100, "AcDbSymbolTableRecord"],
  [100, subclass],
  ...groups,
];
const table = (name: string, handle: string, records: readonly Group[][], extra: readonly Group[] = []): Group[] => [
  [0, "TABLE"],
  [2, name],
  [5, handle],
  [330, "0"],
  [100, "AcDbSymbolTable"],
  [70, records.length],
  ...extra,
  ...records.flat(),
  [0, "ENDTAB"],
];

/** A line type by its dashes: what is drawn counts up, gaps down. */
function lineType(name: string, handle: string, pattern: readonly number[]): Group[] {
  const signed = pattern.map((mm, i) => (i % 2 === 0 ? mm : -mm));
  return symbol("LTYPE", handle, "5", "AcDbLinetypeTableRecord", [
    [2, name],
    [70, 0],
    [3, ""],
    [72, 65],
    [73, pattern.length],
    [40, real(pattern.reduce((sum, mm) => sum + mm, 0))],
    ...signed.flatMap((mm): Group[] => [
      [49, real(mm)],
      [74, 0],
    ]),
  ]);
}

/** The layers that are on the page, each with its line type. */
function layerTables(roles: readonly StrokeRole[], drawing: Drawing): Group[] {
  const dashes = roles.flatMap((role) => {
    const pattern = dashOf(role);
    return pattern ? [{ role, pattern }] : [];
  });
  const types = [
    lineType("ByBlock", "14", []),
    lineType("ByLayer", "15", []),
    lineType("Continuous", "16", []),
    ...dashes.map(({ role, pattern }) => lineType(LAYERS[role], drawing.next(), pattern)),
  ];
  const layer = (name: string, handle: string, type: string): Group[] =>
    symbol("LAYER", handle, "2", "AcDbLayerTableRecord", [
      [2, name],
      [70, 0],
      [62, PLAIN],
      [6, type],
      [370, -3],
      [390, "F"],
    ]);
  const layers = roles.map((role) => layer(LAYERS[role], drawing.next(), dashOf(role) ? LAYERS[role] : "Continuous"));
  return [...table("LTYPE", "5", types), ...table("LAYER", "2", [layer("0", "10", "Continuous"), ...layers])];
}

/** The tables that nothing of ours is in, and that readers ask for. */
function otherTables(): Group[] {
  const style = symbol("STYLE", "11", "3", "AcDbTextStyleTableRecord", [
    [2, "Standard"],
    [70, 0],
    [40, "0.0"],
    [41, "1.0"],
    [50, "0.0"],
    [71, 0],
    [42, "2.5"],
    [3, "txt"],
    [4, ""],
  ]);
  const application = symbol("APPID", "12", "9", "AcDbRegAppTableRecord", [
    [2, "ACAD"],
    [70, 0],
  ]);
  const dimension: Group[] = [
    [0, "DIMSTYLE"],
    [105, "27"],
    [330, "A"],
    [100, "AcDbSymbolTableRecord"],
    [100, "AcDbDimStyleTableRecord"],
    [2, "Standard"],
    [70, 0],
  ];
  const space = (name: string, handle: string, layout: string): Group[] =>
    symbol("BLOCK_RECORD", handle, "1", "AcDbBlockTableRecord", [
      [2, name],
      [340, layout],
    ]);
  return [
    ...table("STYLE", "3", [style]),
    ...table("VIEW", "6", []),
    ...table("UCS", "7", []),
    ...table("APPID", "9", [application]),
    ...table("DIMSTYLE", "A", [dimension], [[100, "AcDbDimStyleTable"]]),
    ...table("BLOCK_RECORD", "1", [space("*Model_Space", MODEL, "22"), space("*Paper_Space", PAPER, "1E")]),
  ];
}

/** What is seen at first. */
function viewport(width: number, height: number): Group[] {
  const record = symbol("VPORT", "29", "8", "AcDbViewportTableRecord", [
    [2, "*Active"],
    [70, 0],
    ...at([0, 0]),
    ...at([1, 1], 11),
    ...at([width / 2, height / 2], 12),
    ...at([0, 0], 13),
    ...at([10, 10], 14),
    ...at([10, 10], 15),
    ...at([0, 0], 16),
    [36, "1.0"],
    ...at([0, 0], 17),
    [37, "0.0"],
    [40, real(Math.max(1, height))],
    [41, "1.5"],
    [42, "50.0"],
    [43, "0.0"],
    [44, "0.0"],
    [50, "0.0"],
    [51, "0.0"],
    [71, 0],
    [72, 1000],
    [73, 1],
    [74, 3],
    [75, 0],
    [76, 0],
    [77, 0],
    [78, 0],
  ]);
  return table("VPORT", "8", [record]);
}

/** The two spaces of a drawing as blocks without anything in them. */
const spaceBlock = (name: string, owner: string, begin: string, end: string): Group[] => {
  const isPaper: Group[] = owner === PAPER ? [[67, 1]] : [];
  return [
    [0, "BLOCK"],
    [5, begin],
    [330, owner],
    [100, "AcDbEntity"],
    ...isPaper,
    [8, "0"],
    [100, "AcDbBlockBegin"],
    [2, name],
    [70, 0],
    ...at([0, 0]),
    [30, "0.0"],
    [3, name],
    [1, ""],
    [0, "ENDBLK"],
    [5, end],
    [330, owner],
    [100, "AcDbEntity"],
    ...isPaper,
    [8, "0"],
    [100, "AcDbBlockEnd"],
  ];
};

const dictionary = (handle: string, owner: string, entries: readonly (readonly [string, string])[]): Group[] => [
  [0, "DICTIONARY"],
  [5, handle],
  [330, owner],
  [100, "AcDbDictionary"],
  [281, 1],
  ...entries.flatMap(([name, of]): Group[] => [
    [3, name],
    [350, of],
  ]),
];

/** A page of a space: how it would be plotted, which nobody asks for and readers want to find. */
function pageLayout(name: string, handle: string, space: string, order: number, flags: number): Group[] {
  const zeros = (...codes: readonly number[]): Group[] => codes.map((code) => [code, "0.0"]);
  return [
    [0, "LAYOUT"],
    [5, handle],
    [330, "1A"],
    [100, "AcDbPlotSettings"],
    [1, ""],
    [2, "none_device"],
    [4, ""],
    [6, ""],
    ...zeros(40, 41, 42, 43, 44, 45, 46, 47, 48, 49, 140, 141),
    [142, "1.0"],
    [143, "1.0"],
    [70, flags],
    [72, 1],
    [73, 0],
    [74, 5],
    [7, ""],
    [75, 16],
    [147, "1.0"],
    ...zeros(148, 149),
    [100, "AcDbLayout"],
    [1, name],
    [70, 1],
    [71, order],
    ...zeros(10, 20),
    [11, "420.0"],
    [21, "297.0"],
    ...zeros(12, 22, 32, 14, 24, 34, 15, 25, 35, 146, 13, 23, 33),
    [16, "1.0"],
    ...zeros(26, 36, 17),
    [27, "1.0"],
    ...zeros(37),
    [76, 0],
    [330, space],
  ];
}

const objects = (): Group[] => [
  ...dictionary("C", "0", [
    ["ACAD_GROUP", "D"],
    ["ACAD_LAYOUT", "1A"],
    ["ACAD_PLOTSTYLENAME", "E"],
  ]),
  ...dictionary("D", "C", []),
  ...dictionary("1A", "C", [
    ["Model", "22"],
    ["Layout1", "1E"],
  ]),
  [0, "ACDBDICTIONARYWDFLT"],
  [5, "E"],
  [330, "C"],
  [100, "AcDbDictionary"],
  [281, 1],
  [3, "Normal"],
  [350, "F"],
  [100, "AcDbDictionaryWithDefault"],
  [340, "F"],
  [0, "ACDBPLACEHOLDER"],
  [5, "F"],
  [330, "E"],
  ...pageLayout("Model", "22", MODEL, 0, 1712),
  ...pageLayout("Layout1", "1E", PAPER, 1, 688),
];

const section = (name: string, groups: readonly Group[]): Group[] => [
  [0, "SECTION"],
  [2, name],
  ...groups,
  [0, "ENDSEC"],
];

/** Writes strokes in a row as DXF text. */
export function writeDxf({ strokes, width, height }: Strokes): string {
  const drawing = new Drawing();
  const roles = [...new Set(strokes.map(({ role }) => role))];
  const tables = [...viewport(width, height), ...layerTables(roles, drawing), ...otherTables()];
  const entities = strokes.flatMap(({ role, path }) =>
    runsOf(path).flatMap((run) => entitiesOf(run, LAYERS[role], drawing)),
  );
  const header: Group[] = [
    [9, "$ACADVER"],
    [1, "AC1015"],
    [9, "$DWGCODEPAGE"],
    [3, "ANSI_1252"],
    [9, "$HANDSEED"],
    [5, drawing.next()],
    [9, "$INSUNITS"],
    [70, MILLIMETRES],
    [9, "$MEASUREMENT"],
    [70, 1],
    [9, "$LUNITS"],
    [70, 2],
    [9, "$EXTMIN"],
    ...at([0, 0]),
    [30, "0.0"],
    [9, "$EXTMAX"],
    ...at([width, height]),
    [30, "0.0"],
  ];
  const groups = [
    ...section("HEADER", header),
    ...section("CLASSES", []),
    ...section("TABLES", tables),
    ...section("BLOCKS", [
      ...spaceBlock("*Model_Space", MODEL, "20", "21"),
      ...spaceBlock("*Paper_Space", PAPER, "1C", "1D"),
    ]),
    ...section("ENTITIES", entities),
    ...section("OBJECTS", objects()),
    [0, "EOF"] as const,
  ];
  return groups.map(([code, value]) => `${String(code).padStart(3)}\r\n${String(value)}\r\n`).join("");
}

/** The template for drawing programs and cutting machines. */
export const dxf: Format = {
  id: "dxf",
  title: "DXF",
  about: "true arcs and curves, a layer for each kind of line, in millimetres",
  extension: ".dxf",
  mime: "image/vnd.dxf",
  lacks: ["paper", "glue", "order", "faces", "colours"],
  of: ["draft"],
  reads: "pieces",
  write: ({ pieces }) => writeDxf(strokesInRow(pieces)),
};
