import type { z } from "zod";
import type { Size } from "../geometry/point.ts";
import type { Tool } from "../catalogue/tools.ts";
import type { Place } from "../model/fitting.ts";
import type { OwnNet } from "../model/net.ts";
import type { Face } from "../model/piece.ts";
import { settingMeta } from "../model/setting.ts";
import type { BoardKind, Contents, MethodKind, Purpose, Side, Stock } from "../model/spec.ts";
import type { Said } from "../paper/said.ts";

/** The tools a draft is made with: what they can measure and where they mark. */
export interface Setup {
  readonly kind: MethodKind;
  /** what it is made with, as the maker has calibrated it */
  readonly tool: Tool;
  /** mm between two marks of the ruler in use */
  readonly grid: number;
  /** mm by which a board's marks are truly further from the edge than they say */
  readonly offset: number;
  /** whether every notch of a punch board is set by a measure of its own */
  readonly each: boolean;
}

/** What a form may look at when it drafts: contents and stock in mm, its own settings, the tools. */
export interface DraftInput<S = Readonly<Record<string, unknown>>> {
  readonly contents: Contents;
  readonly stock: Stock;
  readonly settings: S;
  readonly setup: Setup;
  /** the net that it is drawn from, for a form of the maker's own */
  readonly net?: OwnNet | undefined;
  /** the sheet in hand, where the maker has said: forms that can be cut in two ways look at it */
  readonly sheet?: { readonly width: number; readonly height: number } | undefined;
}

/** Degrees that a drawn face is turned to be read. */
export type ReadTurn = 0 | 90 | 180;

/**
 * A panel that something can be laid on, and which of its faces: each with the degrees by which the drawing is turned to
 * read that face in the finished thing. A front that folds up is read upside down.
 */
export interface Ground {
  readonly panel: string;
  readonly name: string;
  readonly sides: Readonly<Partial<Record<Side, ReadTurn>>>;
}

/** A panel to lay something on: its outside, and its inside where that is one, each turned as it is read. */
export const ground = (panel: string, name: string, outside: ReadTurn = 0, inside?: ReadTurn): Ground => ({
  ...{ panel, name },
  sides: { outside, ...(inside !== undefined && { inside }) },
});

/** Settings of a form that makers know by another name. */
export interface Variant {
  readonly title: string;
  readonly about: string;
  /** for contents in mm, lengths in mm */
  readonly settings: (
    contents: Pick<Contents, "width" | "height">,
  ) => Readonly<Record<string, string | number | boolean>>;
}

/** A net as its form reads it: what is wrong with it and where, or the contents that go with it, mm. */
export interface NetRead {
  readonly wrong?: { readonly field: string; readonly wants: string };
  readonly contents?: { readonly width: string; readonly height: string; readonly thickness: string };
}

/** One kind of holder, card or part: a file in `forms/`. */
export interface Form<S extends z.ZodObject = z.ZodObject> {
  readonly id: string;
  readonly title: string;
  readonly purpose: Purpose;
  readonly about: string;
  /** the boards it can be made on, the usual one first; the scoring board unless said. A machine makes any */
  readonly boards?: readonly BoardKind[];
  readonly settings: S;
  /** the face that is outside when it is finished: envelopes are drawn from the inside, cards from the outside */
  readonly outside: Face;
  /** panels that something can be laid on, the usual one first; none where there is no room */
  readonly grounds?: (settings: Readonly<Record<string, unknown>>) => readonly Ground[];
  /** settings that depend on what is asked for, where the maker has set nothing */
  readonly usual?: (
    asked: Pick<DraftInput, "contents" | "sheet">,
  ) => Readonly<Record<string, string | number | boolean>>;
  /** settings of it that go by a name of their own: offered beside it */
  readonly variants?: readonly Variant[];
  /** the paper it is made from where none is said: a preset's id */
  readonly usualStock?: string;
  /** mm it is made in where it holds nothing and nobody has said: a tag is no card */
  readonly usualSize?: Size;
  /** where it is laid on a panel to begin with; in the middle unless said */
  readonly begins?: (settings: Readonly<Record<string, unknown>>) => Pick<Place, "x" | "y">;
  /** a setting that lets it be cut from two sheets: how it says one, two, and whichever fits */
  readonly split?: { readonly setting: string; readonly one: string; readonly two: string; readonly auto: string };
  /** a setting by which it gets walls of its own, for what is thick, and what it is set to */
  readonly walled?: { readonly setting: string; readonly as: string };
  /** heaviest stock that folds cleanly here, g/m² */
  readonly heaviest: number;
  /** of a form that is drawn from a net: what is wrong with one, or what goes with it where nobody has said */
  readonly ofNet?: (net: OwnNet) => NetRead;
  /** the same net so many times as large: it is never stretched one way */
  readonly scaled?: (net: OwnNet, by: number) => OwnNet;
  draft(input: DraftInput<z.output<S>>): Said;
}

/** What a form with these settings may look at. */
export type InputOf<S extends z.ZodType> = DraftInput<z.output<S>>;

/** What the maker has set, or what is usual where that is left to the form. */
export const unlessSet = (asked: number | "auto", usual: number): number => (asked === "auto" ? usual : asked);

/** The ways a form can be made, the usual one first; a machine goes along any line. */
export const waysOf = ({ boards = ["scoring-board"] }: Pick<Form, "boards">): readonly MethodKind[] => [
  ...boards,
  "machine",
];

/** Whether a form can be made that way. */
export const makes = (form: Pick<Form, "boards">, kind: MethodKind): boolean => waysOf(form).includes(kind);

/** A form's settings by name, in the order they are said. */
export const settingsOf = (form: Pick<Form, "settings">): readonly (readonly [name: string, schema: z.ZodType])[] =>
  Object.entries(form.settings.shape);

/** The label of a form's setting; undefined for what is none of its settings. */
export function labelOf({ settings }: Pick<Form, "settings">, name: string): string | undefined {
  const schema = settings.shape[name] as z.ZodType | undefined;
  return schema && settingMeta(schema).label;
}

/** Declares a form with its settings typed inside `draft`, and forgets them outside so that forms fit one list. */
export const defineForm = <S extends z.ZodObject>(form: Form<S>): Form => form;
