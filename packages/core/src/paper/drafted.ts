/**
 * What a form says, as plain data in each piece's flat coordinates. Glue and what else needs the paper folded comes later,
 * in `solve`: searches draft thousands of times and never fold.
 */
import { calledContents } from "../catalogue/contents.ts";
import { compose, invert, place } from "../geometry/point.ts";
import type { ChangePath, Dimension, Extent, Join, Motion, PieceDraft, Contained, Seam } from "../model/piece.ts";
import type { Contents } from "../model/spec.ts";
import type { Finish, Held, Laid, Over, Covering, Refusal, Said, Drafting, Find } from "./said.ts";
import { seamOf } from "./seam.ts";
import type { Sheet } from "./sheet.ts";
import { contentsSizes, figuresOf, firstScores, sheetSizes } from "./sizes.ts";

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
  readonly contents: readonly Contained[];
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
  const score = firstScores(main.piece, said.square?.past);
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
      ...sheetSizes(main, said.square !== undefined && path.length === 0).map((d) =>
        path.length === 0 ? d : plain(d),
      ),
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

function lyingIn(held: Held, find: Find, contents: Contents, path: ChangePath): Contained {
  const { on, turned = 0, closes = [], depth = 0, from = "up", asks } = held;
  const { id: piece, laid } = find(on.id);
  const [x, y] = place(held.at ?? [on.width / 2, on.height / 2], laid);
  const { width, height, thickness, shape } = contents;
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
    name: calledContents(contents),
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
