import {
  type Dimension,
  formById,
  formatLength,
  largestCard,
  type Problem,
  sayProblem,
  setupOf,
  type Spec,
  type SpecChange,
} from "@cut-fold/core";
import { change, useOpenDraft } from "./openDraft.ts";
import { displayNow } from "./settings.ts";

/** The paper a maker types is answered by the largest card of the same proportions that it serves. */
function cardForBlank(spec: Spec, side: number): SpecChange | undefined {
  const form = formById(spec.form);
  const card =
    form &&
    largestCard({
      ...spec,
      form,
      setup: setupOf(spec),
      sheet: { width: side, height: side },
    });
  return card && { contents: { ...card, preset: undefined } };
}

/** What typing a figure changes: the square's side asks the reverse question, a size of the contents is nobody's preset any more. */
function changeBy(spec: Spec, sets: NonNullable<Dimension["sets"]>, mm: number): SpecChange | undefined {
  if (sets[0] === "blank") return cardForBlank(spec, mm);
  const own = { at: sets, value: mm };
  const sized = sets.at(-2) === "contents";
  return sized ? [own, { at: [...sets.slice(0, -1), "preset"], value: undefined }] : own;
}

/** Types or drags a figure of the drawing. Gives the sentence that says why not, or undefined when it is done. */
export function setDimension({ sets }: Pick<Dimension, "sets">, mm: number): string | undefined {
  const { draft } = useOpenDraft.getState();
  if (!draft || !sets) return undefined;
  const display = displayNow();
  const by = changeBy(draft.spec, sets, mm);
  if (!by) return `No card worth making comes out of ${formatLength(mm, display)}: take a larger sheet.`;
  const problem: Problem | undefined = change(by)[0];
  return problem && `This ${sayProblem(problem, display)}.`;
}
