/** Every way of making there is, and the steps of a whole draft. */
import type { MethodKind } from "../model/spec.ts";
import { assemblySteps } from "./assembly.ts";
import { machine } from "./machine/index.ts";
import type { Method, StepDraft } from "./method.ts";
import type { Whole } from "../fittings/whole.ts";
import { punchBoard } from "./punchBoard.ts";
import { scoringBoard } from "./scoringBoard.ts";

const methods: readonly Method[] = [punchBoard, scoringBoard, machine];

/** The method of this kind. @throws when a kind was declared and never written: a mistake of ours */
export function methodOf(kind: MethodKind): Method {
  const method = methods.find((m) => m.kind === kind);
  if (!method) throw new Error(`no method is written for '${kind}'`);
  return method;
}

/** All steps of a draft: each form cut and scored in its own way, then made up, each fitting laid when it is ready. */
export const stepsOf = (making: Whole): readonly StepDraft[] =>
  assemblySteps(making, (part, piece) => methodOf(part.setup.kind).steps(making, part, piece));
