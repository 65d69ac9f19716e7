/**
 * What a form says: sheets, what is laid on what, what is glued, what it holds, what is measured. Everything in the
 * drawing's own frame, with the first panel upright; `drafted.ts` makes plain data of it.
 */
import type { Point } from "../geometry/point.ts";
import type { ChangePath, Extent, Face, Open } from "../model/piece.ts";
import type { StepKind } from "../model/solution.ts";
import type { Contents } from "../model/spec.ts";
import type { Measured } from "./figure.ts";
import type { Moving } from "./motion.ts";
import type { Glued } from "./seam.ts";
import type { Drawn, Flap, Rectangle } from "./panel.ts";
import type { Sheet } from "./sheet.ts";

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
  /** what its sentence is told with, and the one length (mm) to be set */
  readonly facts?: Readonly<Record<string, number | string>>;
  readonly measure?: number;
  /** done before anything goes in, where it is what closes the holder */
  readonly beforeFilling?: true;
  /** it is what holds the contents: nothing is put in before */
  readonly fills?: true;
  readonly held?: { readonly run: number; readonly wide: number };
}

/** A sheet laid on a face of a panel: at a place, told by these words. */
export const laid = (sheet: Sheet, onto: Drawn, face: Face, how: Omit<Laid, "sheet" | "onto" | "face"> = {}): Laid => ({
  ...{ sheet, onto, face },
  ...how,
});

/** So much paper where at least so much is needed: which words tell it, and what its button sets. */
export const needs = (
  setting: string,
  figure: number,
  least: number,
  code: string,
  rest: Pick<Covering, "mends" | "button"> = {},
): Covering => ({ setting, figure, least, code, ...rest });

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
  /** its blank is a square whose side can be typed; mm by which its first notch stands past the mark that it is set to */
  readonly square?: { readonly past: number };
}

/** What a draft is drawn for. */
export interface Drafting {
  readonly contents: Contents;
  /** the label of a setting */
  readonly label: (setting: string) => string | undefined;
  /** where its settings and its contents stand in the recipe */
  readonly path?: ChangePath;
  readonly settings?: ChangePath;
}

/** The sheet that has a panel. */
export type Find = (panel: string) => Sheet;
