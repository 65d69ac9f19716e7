/**
 * Square-blank envelope for a 45° punch board: one square, four equal turns, one measure.
 *
 *        0 ──────────── S − p ──── S
 *        ┌───────────────╲╱────────┐         d   depth of the notch: from the edge to its inner vertex
 *        │  top        ╱    ╲      │         p   first punch, from the corner along the edge
 *        │           ╱        ╲ right        W   inside width, along ↗     H   inside height, along ↖
 *        │         ╱            ╲  │
 *        │       ╱     body       <          H = (p − d)·√2        W = (S − p − d)·√2
 *        │     ╱                ╱  │         p = H/√2 + d          S = p + d + W/√2
 *        │   ╱                ╱    │
 *        >                  ╱      │         Flaps reach, from their score:
 *        │ ╲              ╱        │           on the sides W long   (S − p + d)/√2 = W/2 + d·√2
 *        │left╲         ╱  bottom  │           on the sides H long   (p + d)/√2     = H/2 + d·√2
 *        └──────╲╱─────────────────┘         A right-angled tip rounded with radius r loses r(√2 − 1).
 *        0 ───── p
 *
 * The flaps on the longer sides close last (bottom, then top); drawn for W ≥ H. The drawn face is the inside.
 */
import { z } from "zod";
import { COMMON_NOTCH_MM } from "../catalogue/tools.ts";
import { autoMm, mm } from "../model/setting.ts";
import { roundingOf, stripOf, trimOf } from "../paper/figure.ts";
import { slit } from "../paper/hole.ts";
import { laid, type Said } from "../paper/said.ts";
import { glued } from "../paper/seam.ts";
import { pointed, rounded } from "../paper/shape.ts";
import { type Flap, flap, panel } from "../paper/panel.ts";
import { sheet } from "../paper/sheet.ts";
import { defineForm, type InputOf } from "./form.ts";
import { flatPocket } from "./shared/clearance.ts";
import { closedWith, closures } from "./shared/closure.ts";
import { envelopeGrounds, SEAM, SHORT_OF_FOLD } from "./shared/custom.ts";
import { roomToSpare } from "./shared/pocket.ts";
import { closingFlaps, squareBlank } from "./shared/squareBlank.ts";
import { FORM_TITLES } from "./titles.ts";

const settings = z.strictObject({
  play: roomToSpare(15),
  glueStrip: mm(
    "Glue strip",
    9,
    [5, 18],
    "Along the slanted edges of the bottom flap. Tape keeps a margin from both its edges.",
  ),
  cornerRadius: mm("Round the tips", 6, [0, 15], "Radius of the rounding at each tip."),
  tipTrim: autoMm("Trim the tips", [0, 250], "Cut straight across the two long flaps, measured from the point.", {
    follows: "width",
  }),
  closure: closures("none", "tab", "string", "seal", "band"),
});

type SquareInput = InputOf<typeof settings>;

/** A slanted edge shorter than this (mm) holds badly: the upright edge below it is glued as well. */
const SHORT_SLANT = 20;
/** The end of the closure tab that is tucked in. */
const TAB_CORNERS = { topLeft: rounded(8), topRight: rounded(8) };

/** The square and what is cut of its flaps; the body lies with its longer side across. */
function figuresOf({ contents, settings: set, setup }: SquareInput) {
  const notch = setup.tool.kind === "punch-board" ? setup.tool.notch : COMMON_NOTCH_MM;
  const inside = (size: number): number => flatPocket(size, contents.thickness, set.play);
  const square = squareBlank(inside(contents.width), inside(contents.height), notch, setup.grid, setup.offset);
  const [long, short] = [Math.max(square.width, square.height), Math.min(square.width, square.height)];
  const rim = notch * Math.SQRT2;
  const asked = { long, short, rim, radius: set.cornerRadius, trim: set.tipTrim, tab: set.closure === "tab" };
  return { ...square, long, short, rim, ...closingFlaps({ ...asked, grid: setup.grid }) };
}

/** The body and its four flaps, drawn upright: W across. */
function flapsOf({ settings: set }: SquareInput, { long, short, rim, ...cut }: ReturnType<typeof figuresOf>) {
  const tip = (half: number, trim = 0) => pointed({ apex: half + rim, shoulder: rim, round: set.cornerRadius, trim });
  // side flaps long enough to overlap one another cannot fold into the same ply
  const meet = short / 2 + rim > long / 2;
  const last = meet ? 3 : 2;
  const body = panel("body", "Front", long, short);
  const left = flap("left", "Left flap", body.left, tip(short / 2, cut.sides), { order: 1 });
  const right = flap("right", "Right flap", body.right, tip(short / 2, cut.sides), { order: meet ? 2 : 1 });
  const bottom = flap("bottom", "Bottom flap", body.bottom, tip(long / 2, cut.bottom), { order: last });
  const top = flap("top", "Top flap", body.top, tip(long / 2, cut.top), { order: last + 1 });
  return { body, left, right, bottom, top };
}

/** The tab that closes it, and the slit in the bottom flap that it goes into; none where it has no room. */
function tabOn({ long, tab }: ReturnType<typeof figuresOf>, bottom: Flap) {
  if (!tab) return undefined;
  const strip = panel("tab", "Closure tab", tab.width, tab.tall, { corners: TAB_CORNERS });
  const [middle, half] = [long / 2, tab.slit / 2];
  const cut = slit("slit", bottom, [middle - half, -tab.slitAt], [middle + half, -tab.slitAt]);
  return { strip, made: sheet("tab", "Closure tab", [strip]), cut, glued: tab.glued };
}

/** Along the slanted edges of the bottom flap; the lower edges of a low envelope's flaps are glued as well: their slants are short. */
function seamsOf({ bottom, left, right }: ReturnType<typeof flapsOf>, rim: number, wide: number) {
  const low = bottom.deep - rim < SHORT_SLANT;
  return (
    [
      ["start", 0, left],
      ["end", 1, right],
    ] as const
  ).flatMap(([end, i, onto]) =>
    (low ? [bottom[end], bottom.shoulders[i]] : [bottom[end]]).map((along) =>
      glued(bottom, onto, { strip: { along, wide }, widens: "glueStrip" }),
    ),
  );
}

function draft(input: SquareInput): Said {
  const { settings: set, contents, stock, setup } = input;
  const figures = figuresOf(input);
  const { side: S, punch: p, notch: d, long, short, rim, trimmedFor } = figures;
  const wide = figures.width >= figures.height;
  const flaps = flapsOf(input, figures);
  const { body, left, right, bottom, top } = flaps;
  const tab = tabOn(figures, bottom);
  // its tab takes what is trimmed off the flaps into account; all else is as on any envelope whose flap ends in a point
  const kind = set.closure === "tab" ? "none" : set.closure;
  const shut = closedWith(kind, { body, top, bottom, pointed: true, contents, stock, setup });
  const square = sheet("envelope", "Envelope", [body, left, right, bottom, top], {
    rounding: set.cornerRadius,
    cuts: tab ? [tab.cut] : shut.cuts,
    laid: { ...(wide ? { x: p, y: d, rotation: 45 } : { x: S - d, y: S - p, rotation: 135 }), flip: false },
    blank: { width: S, height: S },
  });
  return {
    ...shut,
    ...(tab && { closing: "close-tab" }),
    square: { past: setup.offset },
    sheets: [square, ...(tab ? [tab.made] : []), ...shut.sheets],
    joins: tab
      ? [
          laid(tab.made, top, "front", {
            at: [(long - tab.strip.width) / 2, short + top.deep - tab.glued],
            told: "glue-part",
          }),
        ]
      : [],
    holds: { on: body, across: long, up: short, turned: wide ? 0 : -90, closes: [top], asks: "play" },
    glue: [...seamsOf(flaps, rim, set.glueStrip), ...(tab ? [glued(tab.strip, top)] : [])],
    overlaps: [{ flaps: [bottom, top], least: SEAM, clear: SHORT_OF_FOLD, trims: "tipTrim", rounds: "cornerRadius" }],
    figures: {
      glueStrip: stripOf(bottom.start, set.glueStrip, 0.5),
      cornerRadius: roundingOf(right),
      tipTrim: [bottom, top].map((f) => trimOf(f, { id: `trim-${f.id}` })),
    },
    refused: [
      ...shut.refused,
      ...(set.closure === "tab" && !tab ? [{ setting: "closure", instead: "none", code: "no-tab" }] : []),
      ...(trimmedFor === undefined ? [] : [{ setting: "tipTrim", instead: trimmedFor, code: "tab-trim" }]),
    ],
  };
}

/** An envelope folded from a square, as a 45° punch board makes it. */
export const squareBlankEnvelope = defineForm({
  id: "square-blank-envelope",
  title: FORM_TITLES["square-blank-envelope"],
  purpose: "envelope",
  about: "One square of paper and a 45° punch board. Measured once, then turned three times.",
  boards: ["punch-board"],
  settings,
  outside: "back",
  grounds: envelopeGrounds,
  heaviest: 160,
  draft,
});
