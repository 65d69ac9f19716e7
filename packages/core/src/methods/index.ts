/** Every way of making there is. */
import type { MethodKind } from "../model/spec.ts";
import type { Method } from "./method.ts";
import { punchBoard } from "./punchBoard.ts";
import { scoringBoard } from "./scoringBoard.ts";

const methods: readonly Method[] = [punchBoard, scoringBoard];

/** The method of this kind. @throws when a kind was declared and never written: a mistake of ours */
export function methodOf(kind: MethodKind): Method {
  const method = methods.find((m) => m.kind === kind);
  if (!method) throw new Error(`no method is written for '${kind}'`);
  return method;
}
