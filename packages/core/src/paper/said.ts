/**
 * What a form says: sheets, what is laid on what, what is glued, what it holds, what is measured. Everything in the
 * drawing's own frame, with the first panel upright. `draftOf` makes of it plain data in each piece's flat coordinates;
 * glue and what else needs the paper folded comes later, in `solve`: searches draft thousands of times and never fold.
 */
import { compose, invert, place, type Point } from "../geometry/point.ts";
import type {
  ChangePath,
  Dimension,
  Extent,
  Face,
  Join,
  Motion,
  Open,
  PieceDraft,
  Placement,
  Seam,
} from "../model/piece.ts";
import type { StepKind } from "../model/solution.ts";
import type { Contents } from "../model/spec.ts";
import type { Measured } from "./figure.ts";
import type { Moving } from "./motion.ts";
import { type Glued, seamOf } from "./seam.ts";
import type { Drawn, Flap, Rectangle, Sheet } from "./sheet.ts";

/** Where contents lie, and what closes over them. */
export interface Held {
  readonly on: Rectangle;
  /** mm inside along the panel and up it, and between walls */
  readonly across: number;
  readonly up: number;
  readonly depth?: number;
  /** degrees the contents lie turned on the panel */
  readonly turned?: number;
  /** flaps that close over them, the wall before its flap; where none is said the mouth stays open */
  readonly closes?: readonly Flap[];
  /** where the middle of the contents lies on the panel, when it is not the panel's own */
  readonly at?: Point;
  /** the end of the panel they go in from; the upper one unless said */
  readonly from?: "up" | "right";
  /** whether they may stand out past the end they go in from, or past both as out of a band: nothing holds them there */
  readonly open?: Open["past"];
  /** it lies free in there: more room than was asked for is no fault */
  readonly loose?: true;
  /** settings that ask for room: one for both axes, or one for each */
  readonly asks?: string | { readonly width: string; readonly height: string };
  /** the room left on the contents' own axes, where it does not follow from a flat pocket or from walls */
  readonly gap?: Extent;
}

/** A sheet laid on a panel of another. */
export interface Laid {
  readonly sheet: Sheet;
  readonly onto: Drawn;
  readonly face: Face;
  /** where its blank's lower left comes to lie, or the origin of its drawing, in the drawing of the sheet below; and its turn */
  readonly at?: Point;
  readonly origin?: Point;
  readonly turned?: number;
  /** whether its drawn face looks away from the other's; what lies on a back does unless said */
  readonly flip?: boolean;
  /** further panels it is glued on, on the same face: they carry it as well */
  readonly also?: readonly Drawn[];
  /** parts of it go through what it lies on, see `Join.through` */
  readonly through?: true;
  /** it stands on what is folded beneath it, see `Join.stands` */
  readonly stands?: true;
  /** which words tell how it is put there, see `Join.told` */
  readonly told?: string;
}

/** Two flaps that must reach over one another once folded; the second is the one that closes last. */
export interface Over {
  readonly flaps: readonly [Flap, Flap];
  /** mm they must share; negative for what only has to meet, the mm it may stay apart */
  readonly least: number;
  /** mm a flap may not come nearer than to the fold across */
  readonly clear: number;
  /** mm between their folds once folded, where walls stand between: otherwise as far as in the blank */
  readonly apart?: number;
  /** the setting that trims their tips, or the one that says how deep the last of them is; and the one that rounds them */
  readonly trims?: string;
  readonly depth?: string;
  readonly rounds?: string;
}

/** A setting that was asked for and cannot be made here: what was made instead, and which words tell it. */
export interface Refusal {
  readonly setting: string;
  readonly instead: string | number | boolean;
  readonly code: string;
}

/** How much paper there is where some is needed, mm: how far a pocket reaches over what is inside, what a notch leaves. */
export interface Covering {
  /** what a remedy sets, and to what: to the least itself unless said */
  readonly setting: string;
  readonly mends?: number;
  readonly figure: number;
  readonly least: number;
  readonly code: string;
  /** which words the button has, where it does not let something reach further or cut less of a notch */
  readonly button?: string;
}

/** The last step, with what holds it to something that is not drawn: a strip so long and so wide, mm. */
export interface Finish {
  readonly kind: StepKind;
  readonly code: string;
  /** done before anything goes in, where it is what closes the holder */
  readonly beforeFilling?: true;
  readonly held?: { readonly run: number; readonly wide: number };
}

type Figures = Measured | readonly (Measured | undefined)[] | undefined;

/** A form's answer. */
export interface Said {
  /** the first is the one that all others are laid on, directly or not */
  readonly sheets: readonly [Sheet, ...Sheet[]];
  readonly joins?: readonly Laid[];
  readonly glue?: readonly Glued[];
  readonly motions?: readonly Moving[];
  readonly holds?: Held;
  /** for a form that is itself what was asked for: the size it comes to, and how thick it is */
  readonly finished?: { readonly width: number; readonly height: number; readonly thickness: number };
  /** the size of a part that goes with something, where it is not what was asked for */
  readonly size?: { readonly width: number; readonly height: number };
  /** what is measured, by the setting it shows; several figures may show one setting, and some have no place */
  readonly figures?: Readonly<Record<string, Figures>>;
  /** the finished sizes that can be set on the drawing itself */
  readonly sized?: { readonly width: Measured; readonly height: Measured };
  /** figures that follow and show no setting */
  readonly measured?: Readonly<Record<string, Measured>>;
  readonly overlaps?: readonly Over[];
  readonly refused?: readonly Refusal[];
  readonly covers?: readonly Covering[];
  /** what is done with the finished thing, told as the last step */
  readonly finish?: Finish;
  /** which words tell how its last flap is closed, where it is not simply folded */
  readonly closing?: string;
  /** tabs folded beneath the first panel, by which it is glued on a panel of something: it has no back of its own */
  readonly stands?: { readonly on: readonly Glued["panel"][]; readonly widens: string };
  /** its blank is a square whose side can be typed */
  readonly square?: true;
}

/** An overlap with its flaps found. */
export interface Overlap extends Omit<Over, "flaps"> {
  readonly piece: string;
  readonly panels: readonly [string, string];
}

/** What a form says, as plain data: pieces in their own flat coordinates, glue still to be found. */
export interface Drafted {
  /** where the settings stand in the recipe: `["settings"]`, or those of a fitting */
  readonly settings: ChangePath;
  /** the fitting it comes from; none for the form of the draft itself */
  readonly fitting?: string;
  readonly main: string;
  readonly inside: Extent;
  readonly gap: Extent;
  readonly pieces: readonly PieceDraft[];
  readonly joins: readonly Join[];
  readonly seams: readonly Seam[];
  readonly motions: readonly Motion[];
  readonly contents: readonly Placement[];
  readonly dimensions: readonly Dimension[];
  readonly firstScore?: number;
  readonly overlaps: readonly Overlap[];
  /** flaps whose point is cut straight across, and how much of it (mm, from the point) */
  readonly trims: readonly { readonly piece: string; readonly panel: string; readonly amount: number }[];
  readonly refused: readonly Refusal[];
  readonly covers: readonly Covering[];
  readonly finished?: NonNullable<Said["finished"]>;
  readonly finish?: Finish;
  readonly closing?: string;
  /** the tabs by which the main piece is glued on what it is laid on, and where the setting stands that widens them */
  readonly stands?: { readonly on: readonly string[]; readonly widens: ChangePath };
}

interface Drafting {
  readonly contents: Contents;
  /** the label of a setting */
  readonly label: (setting: string) => string | undefined;
  /** where its settings and its contents stand in the recipe */
  readonly path?: ChangePath;
  readonly settings?: ChangePath;
}

/** mm free of the last bits' noise: what is shown is what was meant. */
const exact = (mm: number): number => Math.round(mm * 1e9) / 1e9;

/** `sideFlap` is drawn as `side-flap`. */
const idOf = (setting: string): string => setting.replace(/[A-Z]/gu, (letter) => `-${letter.toLowerCase()}`);

const NOTHING: Extent = { width: 0, height: 0, depth: 0 };

/** @throws when what is said names panels that no sheet has: mistakes in the form */
export function draftOf(said: Said, drafting: Drafting): Drafted {
  const { contents, label, path = [], settings = [...path, "settings"] } = drafting;
  const [main] = said.sheets;
  const find = (panel: string): Sheet => {
    const found = said.sheets.find((s) => s.panels.some((p) => p.id === panel));
    if (!found) throw new Error(`no sheet has the panel '${panel}'`);
    return found;
  };
  const pieces = said.sheets.map((s) => s.piece);
  const held = said.holds && lyingIn(said.holds, find, contents, path);
  const size = said.finished ?? said.size;
  const score = firstScores(main.piece);
  return {
    settings,
    main: main.id,
    inside: held?.inside ?? (size ? { width: size.width, height: size.height, depth: 0 } : NOTHING),
    gap: held?.gap ?? NOTHING,
    pieces,
    joins: (said.joins ?? []).map((laid) => joinOf(laid, find)),
    seams: (said.glue ?? []).map((g) =>
      seamOf(
        g,
        (panel) => find(panel).id,
        (p) => place(p, find(g.panel.id).laid),
        settings,
      ),
    ),
    motions: (said.motions ?? []).map(({ of, ...motion }) => ({ ...motion, move: of(said.sheets) })),
    contents: held ? [held] : [],
    dimensions: [
      ...sheetSizes(main, said.square === true && path.length === 0).map((d) => (path.length === 0 ? d : plain(d))),
      ...score.map((d) => (path.length === 0 ? d : plain(d))),
      ...(held ? contentsSizes(held, path) : []),
      ...figuresOf(said, find, label, settings, path),
    ],
    ...(score[0] && { firstScore: score[0].value }),
    overlaps: (said.overlaps ?? []).map(({ flaps, ...rest }) => ({
      ...rest,
      piece: find(flaps[0].id).id,
      panels: [flaps[0].id, flaps[1].id] as const,
    })),
    trims: said.sheets.flatMap((s) =>
      s.panels.flatMap((p) => {
        const amount = "trim" in p ? Number(p.trim) : 0;
        return amount > 0 ? [{ piece: s.id, panel: p.id, amount }] : [];
      }),
    ),
    refused: said.refused ?? [],
    covers: said.covers ?? [],
    ...(said.finished && { finished: said.finished }),
    ...(said.finish && { finish: said.finish }),
    ...(said.closing !== undefined && { closing: said.closing }),
    ...(said.stands && {
      stands: { on: said.stands.on.map((p) => p.id), widens: [...settings, said.stands.widens] },
    }),
  };
}

/** What is laid on a panel is cut and scored like the rest, but its numbers are not the draft's own. */
const plain = ({ key: _, ...figure }: Dimension): Dimension => figure;

type Find = (panel: string) => Sheet;

function joinOf(laid: Laid, find: Find): Join {
  const { sheet, onto, face, at, origin, turned = 0, flip = face === "back", also = [] } = laid;
  const { through, stands, told } = laid;
  const below = find(onto.id);
  // where its drawing lies, its blank's lower left is found from; otherwise that is said itself
  const [x, y] = origin ?? at ?? [0, 0];
  const lies = { x, y, rotation: turned, flip };
  const pose = compose(below.laid, origin ? compose(lies, invert(sheet.laid)) : lies);
  return {
    piece: sheet.id,
    panel: sheet.panels[0]?.id ?? sheet.id,
    onto: { piece: below.id, panel: onto.id, face },
    x: pose.x,
    y: pose.y,
    rotation: pose.rotation,
    flip,
    ...(also.length > 0 && {
      also: also.map((panel) => ({ piece: find(panel.id).id, panel: panel.id, face })),
    }),
    ...(through && { through }),
    ...(stands && { stands }),
    ...(told !== undefined && { told }),
  };
}

function lyingIn(held: Held, find: Find, contents: Contents, path: ChangePath): Placement {
  const { on, turned = 0, closes = [], depth = 0, from = "up", asks } = held;
  const { id: piece, laid } = find(on.id);
  const [x, y] = place(held.at ?? [on.width / 2, on.height / 2], laid);
  const { name = "Card", width, height, thickness, shape } = contents;
  const rotation = laid.rotation + turned;
  const lies = turned % 180 === 0;
  const through = lies === (from === "up") ? "height" : "width";
  const free = held.open && through;
  const room = { width: lies ? held.across : held.up, height: lies ? held.up : held.across, depth };
  const inside = free ? { ...room, [free]: contents[free] } : room;
  // the girth of a flat pocket must reach round the thickness; between walls there is none to reach round
  const round = depth > 0 ? 0 : thickness;
  // at a mouth that no flap of theirs closes it need not reach round
  const mouth = closes.some((flap) => flap.fold.panels[0] === on.id) ? 0 : round / 2;
  const [askWidth, askHeight] = typeof asks === "string" ? [asks, asks] : [asks?.width, asks?.height];
  const at = (setting: string): ChangePath => [...path, "settings", setting];
  return {
    name,
    ...(shape && { shape }),
    width,
    height,
    thickness,
    on: { piece, panel: on.id },
    x,
    y,
    rotation,
    inside,
    gap: held.gap ?? {
      width: free === "width" ? 0 : inside.width - width - round + (through === "width" ? mouth : 0),
      height: free === "height" ? 0 : inside.height - height - round + (through === "height" ? mouth : 0),
      depth: depth > 0 ? depth - thickness : 0,
    },
    ...(held.loose && { loose: true as const }),
    ...(held.open && free && { open: { axis: free, past: held.open } }),
    closes: closes.map((f) => `${find(f.id).id}/${f.fold.id}`),
    way: place(from === "up" ? [0, 1] : [1, 0], { ...laid, x: 0, y: 0 }),
    asks: {
      ...(askWidth !== undefined && free !== "width" && { width: at(askWidth) }),
      ...(askHeight !== undefined && free !== "height" && { height: at(askHeight) }),
    },
  };
}

/** The sheet's own figures: above it and to its right; one where it is a square. */
export function sheetSizes({ id: piece, blank }: Pick<Sheet, "id" | "blank">, square = false): Dimension[] {
  const { width, height } = blank;
  const shared = { piece, outside: true, ruled: true, lights: [`${piece}/outline`] } as const;
  const wide = { ...shared, from: [width, height], to: [0, height], value: width, key: true } as const;
  if (square) return [{ ...wide, id: "blank", code: "blank", sets: ["blank"] }];
  return [
    { ...wide, id: "blank-width", code: "blank-width" },
    {
      ...shared,
      id: "blank-height",
      code: "blank-height",
      from: [width, 0],
      to: [width, height],
      value: height,
    },
  ];
}

/** The scores that are measured first: the nearest to the left edge, and the nearest to the upper one. */
function firstScores({ id: piece, blank, folds }: PieceDraft): Dimension[] {
  const height = blank?.height ?? 0;
  const near = (upright: boolean, read: (p: Point) => number) =>
    folds
      .filter((f) => Math.abs(f.from[upright ? 0 : 1] - f.to[upright ? 0 : 1]) < 1e-6)
      .map((f) => ({ value: exact(read(f.from)), lights: [`${piece}/${f.id}`] }))
      .sort((a, b) => a.value - b.value)[0];
  const shared = { piece, outside: true, ruled: true, key: true } as const;
  const first = { ...shared, id: "first-score", code: "first-score" } as const;
  const left = near(true, ([x]) => x);
  const top = near(false, ([, y]) => height - y);
  // where every score runs slantwise it is the place of the first notch that is measured
  const [low] = folds.flatMap((f) => [f.from, f.to]).sort((a, b) => a[1] - b[1]);
  if (!left && !top && low) {
    const lit = folds.filter((f) => [f.from, f.to].some((p) => Math.hypot(p[0] - low[0], p[1] - low[1]) < 1e-6));
    const value = exact(low[0]);
    return [{ ...first, from: [0, 0], to: [value, 0], value, lights: lit.map((f) => `${piece}/${f.id}`) }];
  }
  const down = top && ({ from: [0, height], to: [0, height - top.value], ...top } as const);
  return [
    ...(left ? [{ ...first, from: [0, 0] as const, to: [left.value, 0] as const, ...left }] : []),
    ...(down ? [left ? { ...shared, id: "second-score", code: "second-score", ...down } : { ...first, ...down }] : []),
  ];
}

/** The contents' own sizes, across them and up them, clear of their middle. */
function contentsSizes({ on, x, y, rotation, width, height }: Placement, path: ChangePath): Dimension[] {
  const pose = { x, y, rotation, flip: false };
  const at = (u: number, v: number): Point => place([(u * width) / 2, (v * height) / 2], pose);
  const off = (u: number, v: number): Point => place([u, v], { ...pose, x: 0, y: 0 });
  const of = (axis: "width" | "height", from: Point, to: Point, slides: Point, value: number): Dimension => ({
    id: `contents-${axis}`,
    code: `contents-${axis}`,
    piece: on.piece,
    from,
    to,
    value,
    slides,
    sets: [...path, "contents", axis],
    lights: [`${on.piece}/contents`],
  });
  return [
    of("width", at(-1, -0.6), at(1, -0.6), off(0, height * 0.7), width),
    of("height", at(-0.7, -1), at(-0.7, 1), off(width * 0.7, 0), height),
  ];
}

function figuresOf(
  { figures = {}, measured = {}, sized }: Said,
  find: Find,
  label: Drafting["label"],
  settings: ChangePath,
  path: ChangePath,
): Dimension[] {
  const drawn = (id: string, figure: Measured, rest: Pick<Dimension, "sets" | "title">): Dimension => {
    const { id: piece, laid } = find(figure.on);
    const [from, to] = [place(figure.from, laid), place(figure.to, laid)];
    const value = exact(figure.value ?? Math.hypot(to[0] - from[0], to[1] - from[1]));
    const slides = figure.slides && place(figure.slides, { ...laid, x: 0, y: 0 });
    return {
      id,
      code: id,
      piece,
      from,
      to,
      value,
      lights: (figure.lights ?? [figure.on]).map((lit) => `${piece}/${lit}`),
      ...(slides && { slides }),
      ...(figure.outside && { outside: true }),
      ...rest,
    };
  };
  const shown = Object.entries(figures).flatMap(([setting, said]) => {
    const title = label(setting);
    const rest = { sets: [...settings, setting], ...(title !== undefined && { title }) };
    return [said].flat().flatMap((f) => (f ? [drawn(f.id ?? idOf(setting), f, rest)] : []));
  });
  const sizes = (["width", "height"] as const).flatMap((axis) =>
    sized ? [drawn(`finished-${axis}`, sized[axis], { sets: [...path, "contents", axis] })] : [],
  );
  return [...sizes, ...shown, ...Object.entries(measured).map(([id, f]) => drawn(id, f, {}))];
}
