import type { z } from "zod";
import type { PunchBoard, ScoringBoard } from "../catalogue/boards.ts";
import type { Dimension, Join, PieceDraft, Placement } from "./piece.ts";
import type { Extent, StepKind } from "./solution.ts";
import type { Contents, MethodKind, Stock } from "./spec.ts";

/** The tools a draft is made with: what they can measure and where they mark. */
export interface Setup {
  readonly kind: MethodKind;
  readonly board: PunchBoard | ScoringBoard;
  /** mm between two marks of the ruler in use */
  readonly grid: number;
}

export interface DraftInput<S = Readonly<Record<string, unknown>>> {
  readonly contents: Contents;
  readonly stock: Stock;
  readonly settings: S;
  readonly setup: Setup;
  /** the sheet in hand, where the maker has said: forms that can be cut in two ways look at it */
  readonly sheet?: { readonly width: number; readonly height: number } | undefined;
}

/** Two panels that must reach over one another once folded. */
export interface Overlap {
  readonly piece: string;
  readonly panels: readonly [string, string];
  /** mm they must share */
  readonly least: number;
  /** mm a flap may not come nearer than to the fold across */
  readonly clear: number;
  /** mm between their folds once folded, where walls stand between: otherwise as far as in the blank */
  readonly apart?: number;
  /** the setting that trims their tips, or the one that says how deep the last of them is */
  readonly trims?: string;
  readonly depth?: string;
}

/** A setting that was asked for and cannot be made here, and what was made instead. */
export interface Refusal {
  readonly setting: string;
  readonly instead: string | number | boolean;
}

/** A form's answer: panels and folds, what is glued to what, and the figures worth showing. */
export interface Drafted {
  readonly inside: Extent;
  readonly gap: Extent;
  readonly pieces: readonly PieceDraft[];
  readonly joins: readonly Join[];
  readonly contents: readonly Placement[];
  readonly dimensions: readonly Dimension[];
  readonly overlaps: readonly Overlap[];
  /** flaps whose point is cut straight across, and how much of it (mm, from the point) */
  readonly trims: readonly { readonly panel: string; readonly amount: number }[];
  readonly refused: readonly Refusal[];
  /** the finished size, where the piece is itself what was asked for: a card, a tag */
  readonly finished?: { readonly width: number; readonly height: number; readonly thickness: number };
  /** what is done with the finished thing, told as the last step */
  readonly finish?: { readonly kind: StepKind; readonly code: string };
}

/** One kind of holder or card: a file in `forms/`. */
export interface Form<S extends z.ZodObject = z.ZodObject> {
  readonly id: string;
  readonly title: string;
  /** what it is for: holding contents, being a card, or going with one of them */
  readonly kind: "envelope" | "card" | "part";
  readonly about: string;
  /** ways it can be made, the usual one first */
  readonly methods: readonly MethodKind[];
  readonly settings: S;
  /** panels that layers can be laid on; none for forms that take no layers */
  readonly faces?: (
    settings: Readonly<Record<string, unknown>>,
  ) => readonly { readonly id: string; readonly name: string }[];
  /** heaviest stock that folds cleanly here, g/m² */
  readonly heaviest: number;
  draft(input: DraftInput<z.output<S>>): Drafted;
  /** The pieces' blanks alone, where they can be had without drawing: searches ask for them many times over. */
  blanks?(input: DraftInput<z.output<S>>): readonly { readonly width: number; readonly height: number }[];
}

/** A form's settings by name, in the order they are said. */
export const settingsOf = (form: Pick<Form, "settings">): readonly (readonly [name: string, schema: z.ZodType])[] =>
  Object.entries(form.settings.shape);

/** Declares a form with its settings typed inside `draft`, and forgets them outside so that forms fit one list. */
export const defineForm = <S extends z.ZodObject>(form: Form<S>): Form => form;
