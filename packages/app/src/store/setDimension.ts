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
import { useSettings } from "./settings.ts";

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

const SETTERS: Readonly<Record<string, (spec: Spec, mm: number) => SpecChange | undefined>> = {
  blank: cardForBlank,
  "contents.width": (_spec, width) => ({ contents: { width, preset: undefined } }),
  "contents.height": (_spec, height) => ({ contents: { height, preset: undefined } }),
};

/** Types or drags a figure of the drawing. Gives the sentence that says why not, or undefined when it is done. */
export function setDimension({ sets }: Dimension, mm: number): string | undefined {
  const { draft } = useOpenDraft.getState();
  if (!draft || !sets) return undefined;
  const { unit, fraction } = useSettings.getState().settings;
  const display = { unit, fraction } as const;
  const setting = /^settings\.(\w+)$/u.exec(sets)?.[1];
  const by = setting === undefined ? SETTERS[sets]?.(draft.spec, mm) : { settings: { [setting]: mm } };
  if (!by) return `No card worth making comes out of ${formatLength(mm, display)}: take a larger sheet.`;
  const problem: Problem | undefined = change(by)[0];
  return problem && `This ${sayProblem(problem, display)}.`;
}
