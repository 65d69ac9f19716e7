/** What can be laid on a face: each thing as a row that would lie there, in groups that begin with what the hand does. */
import {
  draw,
  changed,
  type Drawing,
  fittingKinds,
  type Fitting,
  type Form,
  type Lying,
  type Spec,
} from "@cut-fold/core";
import { type FormFace, underNext } from "./faces.ts";
import { freshPaper, freshPart } from "./fresh.ts";

/** What can be laid on a panel: not a card, nor what goes round things, nor a part that takes nothing itself. */
const isLaid = ({ purpose, grounds }: Form): boolean =>
  purpose !== "card" && purpose !== "band" && (purpose !== "part" || grounds !== undefined);

export interface TrayThing {
  readonly row: Fitting;
  readonly title: string;
  readonly about: string;
}

export interface TrayGroup {
  readonly title: string;
  readonly things: readonly TrayThing[];
}

/**
 * @param forms those that are there; undefined while they and the typefaces are fetched, papers can be laid before
 */
export function trayFor(
  face: FormFace,
  spec: Spec,
  solution: Drawing,
  forms: readonly Form[] | undefined,
): TrayGroup[] {
  const { on, ground } = underNext(face, spec, solution);
  const papers = (inPaper: boolean): TrayThing[] =>
    fittingKinds
      .filter((k) => forms !== undefined || !k.setsWords)
      .filter((k) => !k.asks.includes("form") && (k.inPaper === true) === inPaper)
      .map((kind) => ({
        row: freshPaper(kind, on, ground, solution.grid, spec),
        title: kind.title,
        about: kind.about,
      }));
  return [
    { title: "Lay paper on it", things: papers(false) },
    { title: "Done to the paper itself", things: papers(true) },
    {
      title: "A holder or part of its own",
      things: (forms ?? [])
        .filter((form) => isLaid(form))
        .map((form) => ({
          row: freshPart(form, on, ground, solution.grid, spec),
          title: form.title,
          about: form.about,
        })),
    },
  ];
}

/** Those whose title or description has every word that was typed, groups that have none left out. */
export function foundIn(groups: readonly TrayGroup[], typed: string): TrayGroup[] {
  const words = typed.toLocaleLowerCase("en").split(/\s+/u).filter(Boolean);
  return groups
    .map(({ title, things }) => ({
      title,
      things: things.filter((thing) => {
        const told = `${thing.title} ${thing.about} ${title}`.toLocaleLowerCase("en");
        return words.every((word) => told.includes(word));
      }),
    }))
    .filter(({ things }) => things.length > 0);
}

/** A draft with the thing in it, and where it lies; undefined where it cannot be made with these tools. */
export function madeWith(spec: Spec, row: Fitting): { readonly made: Drawing; readonly lies: Lying } | undefined {
  const read = changed(spec, { at: ["fittings", row.id], value: row });
  const made = read.ok ? draw(read.value) : undefined;
  const lies = made?.fittings.find((f) => f.id === row.id);
  return made && lies ? { made, lies } : undefined;
}
