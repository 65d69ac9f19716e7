/**
 * Outlines out of an SVG file (SVG 1.1 and 2): paths and basic shapes with their transforms, styles and `use`, in mm.
 *
 *   text ──▶ strict SAX, limits ──▶ a light tree ──▶ walked: transform, style, geometry ──▶ lines and cubics, y up
 *
 * Nothing of a file is shown or run: only numbers are kept. Text, pictures, scripts and what lies elsewhere are left out and
 * told. Entities are honoured where they are plain words, so that none can grow.
 */
import { SaxesParser } from "saxes";
import { chained, Drawn, FAR, LIMITS, type Matrix, OutlineError, SAME, times } from "./drawn.ts";
import type { Came, OutlineFile } from "./outline.ts";

const SVG = "http://www.w3.org/2000/svg";
const XLINK = "http://www.w3.org/1999/xlink";
/** CSS: 96 px to the inch. */
const MM_PER_PX = 25.4 / 96;
interface Element {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: Element[];
}

const UNITS: Readonly<Record<string, number>> = {
  "": 1,
  px: 1,
  pt: 96 / 72,
  pc: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
};
const NUMBER = String.raw`[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?`;
const LENGTH = new RegExp(String.raw`^\s*(${NUMBER})\s*([a-z%]*)\s*$`, "iu");

/** A length in px; `whole` is what a percentage is of. */
function px(said: string | undefined, whole: number): number | undefined {
  const [, number, unit = ""] = LENGTH.exec(said ?? "") ?? [];
  if (number === undefined) return undefined;
  if (unit === "%") return (Number(number) / 100) * whole;
  const k = UNITS[unit.toLowerCase()];
  return k === undefined ? undefined : Number(number) * k;
}

const numbersIn = (text: string): number[] => (text.match(new RegExp(NUMBER, "giu")) ?? []).map(Number);

/** A transform attribute; what cannot be read moves nothing. */
function transformOf(said: string | undefined): Matrix {
  let m: Matrix = SAME;
  for (const [, name = "", inside = ""] of (said ?? "").matchAll(/([a-zA-Z]+)\s*\(([^)]*)\)/gu)) {
    const [a = 0, b, c, d = 1, e = 0, f = 0] = numbersIn(inside);
    const turn = (a * Math.PI) / 180;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const next: Matrix | undefined = {
      matrix: [a, b ?? 0, c ?? 0, d, e, f] as const,
      translate: [1, 0, 0, 1, a, b ?? 0] as const,
      scale: [a, 0, 0, b ?? a, 0, 0] as const,
      rotate: times(times([1, 0, 0, 1, b ?? 0, c ?? 0], [cos, sin, -sin, cos, 0, 0]), [
        1,
        0,
        0,
        1,
        -(b ?? 0),
        -(c ?? 0),
      ]),
      skewX: [1, 0, Math.tan(turn), 1, 0, 0] as const,
      skewY: [1, Math.tan(turn), 0, 1, 0, 0] as const,
    }[name];
    if (next) m = times(m, next);
  }
  return m.every(Number.isFinite) ? m : SAME;
}

/** The elements of a file. @throws OutlineError with what is wrong and where */
function treeOf(text: string): Element {
  const parser = new SaxesParser({ xmlns: true });
  const stack: Element[] = [];
  let root: Element | undefined;
  let count = 0;
  parser.on("error", (error) => {
    throw new OutlineError(`this is no proper SVG: ${error.message.slice(0, 120)}`);
  });
  parser.on("doctype", (doctype) => {
    // plain words only: an entity that names another could grow without end
    for (const [, name = "", , value = ""] of doctype.matchAll(
      /<!ENTITY\s+([\w.-]+)\s+(["'])([^"'&%<]{0,1024})\2\s*>/gu,
    ))
      if (Object.keys(parser.ENTITIES).length < 100) parser.ENTITIES[name] ??= value;
  });
  parser.on("opentag", ({ uri, local, attributes }) => {
    if (++count > LIMITS.elements) throw new OutlineError(`it has more than ${String(LIMITS.elements)} elements`);
    if (stack.length >= LIMITS.depth) throw new OutlineError("its elements are nested too deep");
    const own: Record<string, string> = {};
    for (const { uri: of, local: name, value } of Object.values(attributes)) {
      if (of === "") own[name] = value;
      else if (of === XLINK && name === "href") own["href"] ??= value;
    }
    const element: Element = { tag: uri === SVG || uri === "" ? local : "", attributes: own, children: [] };
    stack.at(-1)?.children.push(element);
    root ??= element;
    stack.push(element);
  });
  parser.on("closetag", () => {
    stack.pop();
  });
  parser.write(text).close();
  if (root?.tag !== "svg") throw new OutlineError("this is no SVG: its first element is another");
  return root;
}

interface Walk {
  /** the group it is in, and how its lines are drawn there */
  readonly came: Came;
  readonly matrix: Matrix;
  /** px: what percentages are of */
  readonly view: readonly [number, number];
  readonly uses: readonly Element[];
}

const viewBoxOf = (said: string | undefined): readonly [number, number, number, number] | undefined => {
  const [x, y, w, h, more] = numbersIn(said ?? "");
  return x !== undefined &&
    y !== undefined &&
    w !== undefined &&
    h !== undefined &&
    more === undefined &&
    w > 0 &&
    h > 0
    ? [x, y, w, h]
    : undefined;
};

/** From a view box to a rectangle so large, kept in proportion in its middle unless it is to be stretched. */
function fitted(box: ReturnType<typeof viewBoxOf>, width: number, height: number, how = ""): Matrix {
  if (!box) return SAME;
  const [x, y, w, h] = box;
  const [kx, ky] = [width / w, height / h];
  if (how.trim().startsWith("none")) return [kx, 0, 0, ky, -x * kx, -y * ky];
  const k = how.includes("slice") ? Math.max(kx, ky) : Math.min(kx, ky);
  const part = (low: boolean, high: boolean): number => (low ? 0 : high ? 1 : 0.5);
  const [px_, py] = [
    part(how.includes("xMin"), how.includes("xMax")),
    part(how.includes("YMin"), how.includes("YMax")),
  ];
  return [k, 0, 0, k, (width - w * k) * px_ - x * k, (height - h * k) * py - y * k];
}

/** The path data of a shape; undefined for what is no shape. */
function dataOf({ tag, attributes: a }: Element, [vw, vh]: Walk["view"]): string | undefined {
  const of = (name: string, whole: number): number => px(a[name], whole) ?? 0;
  const ellipse = (cx: number, cy: number, rx: number, ry: number): string =>
    rx > 0 && ry > 0
      ? `M${[cx - rx, cy].join(" ")}A${[rx, ry, 0, 1, 1, cx + rx, cy].join(" ")}A${[rx, ry, 0, 1, 1, cx - rx, cy].join(" ")}Z`
      : "";
  switch (tag) {
    case "path":
      return a["d"] ?? "";
    case "rect": {
      const [x, y, w, h] = [of("x", vw), of("y", vh), of("width", vw), of("height", vh)];
      if (w <= 0 || h <= 0) return "";
      const [sx, sy] = [px(a["rx"], vw), px(a["ry"], vh)];
      const [rx, ry] = [Math.min(sx ?? sy ?? 0, w / 2), Math.min(sy ?? sx ?? 0, h / 2)];
      if (rx <= 0 || ry <= 0) return `M${String(x)} ${String(y)}h${String(w)}v${String(h)}h${String(-w)}Z`;
      const arc = (dx: number, dy: number): string => `a${[rx, ry, 0, 0, 1, dx, dy].join(" ")}`;
      return `M${[x + rx, y].join(" ")}h${String(w - 2 * rx)}${arc(rx, ry)}v${String(h - 2 * ry)}${arc(-rx, ry)}h${String(2 * rx - w)}${arc(-rx, -ry)}v${String(2 * ry - h)}${arc(rx, -ry)}Z`;
    }
    case "circle": {
      const r = of("r", Math.hypot(vw, vh) / Math.SQRT2);
      return ellipse(of("cx", vw), of("cy", vh), r, r);
    }
    case "ellipse":
      return ellipse(of("cx", vw), of("cy", vh), of("rx", vw), of("ry", vh));
    case "line":
      return `M${[of("x1", vw), of("y1", vh)].join(" ")}L${[of("x2", vw), of("y2", vh)].join(" ")}`;
    case "polyline":
    case "polygon": {
      const points = numbersIn(a["points"] ?? "");
      if (points.length < 4) return "";
      return `M${points.slice(0, points.length - (points.length % 2)).join(" ")}${tag === "polygon" ? "Z" : ""}`;
    }
    default:
      return undefined;
  }
}

const GROUPS = new Set(["g", "a", "svg", "symbol", "switch"]);
const NOT_DRAWN = new Set([
  "defs",
  "clipPath",
  "mask",
  "marker",
  "pattern",
  "style",
  "title",
  "desc",
  "metadata",
  "linearGradient",
  "radialGradient",
  "filter",
  "symbol",
]);
const LEFT_OUT: Readonly<Record<string, string>> = {
  text: "Words are left out: turn them into outlines in the program that made the file.",
  image: "A picture in it is left out.",
  script: "A script in it is left out; nothing of a file is run.",
  foreignObject: "What belongs to another program is left out.",
};

/** Hidden by its own words. */
const isHidden = ({ attributes: { display, visibility, style = "" } }: Element): boolean =>
  display === "none" ||
  visibility === "hidden" ||
  /(?:^|;)\s*(?:display\s*:\s*none|visibility\s*:\s*hidden)/u.test(style);

/** A property of how lines are drawn, as an attribute or in a style. */
const drawnAs = ({ attributes: a }: Element, name: string): string | undefined => {
  const [, styled] = new RegExp(String.raw`(?:^|;)\s*${name}\s*:\s*([^;]+)`, "u").exec(a["style"] ?? "") ?? [];
  return (styled ?? a[name])?.trim().slice(0, MOST_SIGNS);
};
const MOST_SIGNS = 60;

/** Where lines in an element stand: the nearest group that has a name, and the colour and dash that come down to it. */
function cameOf(element: Element, before: Came): Came {
  const { tag, attributes: a } = element;
  const named = tag === "g" ? (a["id"] ?? a["data-role"]) : a["data-role"];
  const [colour, dash] = [drawnAs(element, "stroke"), drawnAs(element, "stroke-dasharray")];
  return {
    ...before,
    ...(named !== undefined && { group: named.slice(0, MOST_SIGNS) }),
    ...(colour !== undefined && { colour }),
    ...(dash !== undefined && { dash }),
  };
}

class Walker {
  readonly drawn = new Drawn();
  readonly #byId = new Map<string, Element>();
  readonly #home: Matrix;

  /** @param height mm of the drawing: y is down in it, and up in what is read */
  constructor(root: Element, height: number) {
    this.#home = [MM_PER_PX, 0, 0, -MM_PER_PX, 0, height];
    const all: Element[] = [root];
    for (let one = all.pop(); one; one = all.pop()) {
      const { id } = one.attributes;
      if (id !== undefined && !this.#byId.has(id)) this.#byId.set(id, one);
      all.push(...one.children);
    }
  }

  walk(element: Element, at: Walk): void {
    this.drawn.another();
    const { tag, attributes: a, children } = element;
    const told = LEFT_OUT[tag];
    if (told !== undefined) this.drawn.warn(told);
    if (tag === "" || told !== undefined || NOT_DRAWN.has(tag) || isHidden(element)) return;
    const next = { ...at, matrix: times(at.matrix, transformOf(a["transform"])), came: cameOf(element, at.came) };
    if (tag === "use") this.#use(element, next);
    else if (tag === "svg") this.#nested(element, next);
    else if (GROUPS.has(tag)) for (const child of children) this.walk(child, next);
    else this.#draw(element, next);
  }

  #use({ attributes: a }: Element, at: Walk): void {
    const [, id] = /^#(.+)$/u.exec(a["href"] ?? "") ?? [];
    const target = id === undefined ? undefined : this.#byId.get(id);
    if (!target) {
      this.drawn.warn(id === undefined ? "What lies in another file is left out." : "Something it names is not there.");
      return;
    }
    if (at.uses.includes(target) || at.uses.length >= LIMITS.uses) {
      this.drawn.warn("Something that is made of itself is left out.");
      return;
    }
    const [vw, vh] = at.view;
    const shift: Matrix = [1, 0, 0, 1, px(a["x"], vw) ?? 0, px(a["y"], vh) ?? 0];
    const next = { ...at, matrix: times(at.matrix, shift), uses: [...at.uses, target] };
    if (target.tag === "symbol" || target.tag === "svg")
      this.#nested({ ...target, attributes: { ...target.attributes, ...sizesOf(a), x: "0", y: "0" } }, next);
    else this.walk(target, next);
  }

  #nested({ attributes: a, children }: Element, at: Walk): void {
    const [vw, vh] = at.view;
    const [width, height] = [px(a["width"] ?? "100%", vw) ?? vw, px(a["height"] ?? "100%", vh) ?? vh];
    const box = viewBoxOf(a["viewBox"]);
    const shift: Matrix = [1, 0, 0, 1, px(a["x"], vw) ?? 0, px(a["y"], vh) ?? 0];
    const matrix = times(times(at.matrix, shift), fitted(box, width, height, a["preserveAspectRatio"]));
    const view = box ? ([box[2], box[3]] as const) : ([width, height] as const);
    for (const child of children) this.walk(child, { ...at, matrix, view });
  }

  #draw(element: Element, { matrix, view, came }: Walk): void {
    const data = dataOf(element, view);
    if (data !== undefined && data !== "")
      this.drawn.draw(data, times(this.#home, matrix), element.attributes["id"], came);
  }
}

const sizesOf = ({ width, height }: Readonly<Record<string, string>>): Record<string, string> => ({
  ...(width !== undefined && { width }),
  ...(height !== undefined && { height }),
});

/** Reads the outlines of an SVG file. @throws OutlineError with a sentence where it is refused */
export function readSvg(text: string, chain: typeof chained = chained): OutlineFile {
  if (text.length > LIMITS.bytes) throw new OutlineError("it is larger than 10 MB");
  const root = treeOf(text);
  const { attributes: a } = root;
  const box = viewBoxOf(a["viewBox"]);
  const isPhysical = /(?:mm|cm|in|pt|pc|q)\s*$/iu.test(a["width"] ?? "");
  const width = px(a["width"]?.includes("%") ? undefined : a["width"], 0) ?? box?.[2] ?? 300;
  const height = px(a["height"]?.includes("%") ? undefined : a["height"], 0) ?? (box ? (width * box[3]) / box[2] : 150);
  if (!(width > 0 && height > 0 && width < FAR && height < FAR)) throw new OutlineError("its size is not one");
  const walker = new Walker(root, height * MM_PER_PX);
  if (!isPhysical)
    walker.drawn.warn("It says no size in inches or millimetres: it is taken for 96 points to the inch.");
  const matrix = fitted(box, width, height, a["preserveAspectRatio"]);
  const view = box ? ([box[2], box[3]] as const) : ([width, height] as const);
  for (const child of root.children) walker.walk(child, { matrix, view, uses: [], came: {} });
  return {
    width: width * MM_PER_PX,
    height: height * MM_PER_PX,
    outlines: chain(walker.drawn.outlines),
    warnings: walker.drawn.warnings,
  };
}
