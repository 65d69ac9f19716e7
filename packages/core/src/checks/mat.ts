import { toolFor } from "../machine/effort.ts";
import { isMade, MADE } from "../model/job.ts";
import { type Piece, takesPaper } from "../model/piece.ts";
import type { Finding, Remedy } from "../model/solution.ts";
import type { Spec } from "../model/spec.ts";
import { lieOn } from "../paper/onSheet.ts";
import { machineOf, type MachineSetup } from "../recipe/readMethod.ts";
import { find } from "../catalogue/entry.ts";
import { mats } from "../catalogue/papers.ts";
import { machines } from "../catalogue/machines.ts";
import type { Check } from "./check.ts";

/** What would reach further: another mat of the same machine, another machine. */
function reachingFurther({ method }: Spec, piece: Piece, { machine, mat }: MachineSetup): Remedy[] {
  const other = machine.mats
    .flatMap((id) => find(mats, id) ?? [])
    .filter(({ id, width, height }) => id !== mat.id && width <= machine.width && height <= machine.length)
    .find((size) => lieOn(piece, size));
  const larger = machines.find(({ id, width, length }) => {
    const first = machines.find((one) => one.id === id)?.mats.at(-1);
    const area = find(mats, first ?? "") ?? { width, height: length };
    return method.kind === "machine" && id !== method.machine && lieOn(piece, area) !== undefined;
  });
  return [
    ...(other
      ? [{ code: "other-mat", changes: [{ at: ["method", "mat"], value: other.id }], facts: { mat: other.title } }]
      : []),
    ...(larger
      ? [
          {
            code: "other-machine",
            changes: [
              {
                at: ["method"],
                value: {
                  kind: "machine",
                  machine: larger.id,
                  ...(larger.mats.length > 0 && { mat: larger.mats.at(-1) }),
                  ...(method.ruler !== undefined && { ruler: method.ruler }),
                },
              },
            ],
            facts: { machine: larger.title },
          },
        ]
      : []),
  ];
}

function offMat(spec: Spec, piece: Piece, setup: MachineSetup): Finding[] {
  const { machine, mat } = setup;
  const reach = { width: mat.width - 2 * machine.margin, height: mat.height - 2 * machine.margin };
  if (lieOn(piece, reach)) return [];
  const { width, height } = piece.blank;
  const [first, ...others] = reachingFurther(spec, piece, setup);
  return [
    {
      ...{ check: "mat", code: "past-mat", severity: "error", piece: piece.id },
      figure: Math.max(width, height),
      limit: Math.max(reach.width, reach.height),
      facts: { part: piece.name, width, height, across: reach.width, along: reach.height },
      ...(first && { remedy: first, others }),
    },
  ];
}

/** Lines that no tool of the machine makes in this paper. */
function noTool(spec: Spec, piece: Piece, { machine }: MachineSetup): Finding[] {
  const stock = piece.stock ?? spec.stock;
  const roles = MADE.filter(
    (role) =>
      (role === "cut" && takesPaper(piece)) || piece.lines.some((line) => isMade(line.role) && line.role === role),
  );
  return roles.flatMap((role): Finding[] => {
    if (toolFor(machine.tools, role, stock)) return [];
    const at = { check: "mat", severity: "error", piece: piece.id, limit: 0 } as const;
    const facts = { role, part: piece.name, machine: machine.title };
    return [{ ...at, code: "no-tool", figure: stock.caliper, facts }];
  });
}

/** A machine reaches all of each piece, and has a tool for each of its lines. */
export const mat: Check = {
  id: "mat",
  codes: ["past-mat", "no-tool"],
  run: ({ spec, pieces }) => {
    const { method } = spec;
    if (method.kind !== "machine") return [];
    const setup = machineOf(method);
    return pieces.flatMap((piece) => [
      ...(takesPaper(piece) ? offMat(spec, piece, setup) : []),
      ...noTool(spec, piece, setup),
    ]);
  },
};
