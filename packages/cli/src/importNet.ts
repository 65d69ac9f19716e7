/** The command `import --as net`: a whole net out of a drawing, as the contract has it. */
import { flatten, NET_NEAR_MM, pathData, readLength } from "@cut-fold/core";
import { GROUP_ROLES, type GroupRole, groupsOf, type NetLine, netOf, netRole } from "@cut-fold/core/nets";
import { chainedByKind, FILE_LIMITS, OutlineError, readDrawing } from "@cut-fold/core/outlines";
import { z } from "zod";
import { BadInput } from "./badInput.ts";

const rolesSchema = z.record(z.string(), z.enum(GROUP_ROLES));

/** What the maker says each group is, by its id. */
function rolesIn(text: string | undefined): Readonly<Record<string, GroupRole>> {
  if (text === undefined) return {};
  try {
    return rolesSchema.parse(JSON.parse(text));
  } catch {
    throw new BadInput([`--roles: is not JSON of groups and what they are: ${GROUP_ROLES.join(", ")}`]);
  }
}

/** mm within which ends were meant to meet. */
function nearIn(text: string | undefined): number {
  if (text === undefined) return NET_NEAR_MM.usual;
  const read = readLength(text, "mm");
  if (!read.ok || read.mm < NET_NEAR_MM.min || read.mm > NET_NEAR_MM.max)
    throw new BadInput([
      `--near: '${text}' is no length from ${String(NET_NEAR_MM.min)} to ${String(NET_NEAR_MM.max)} mm`,
    ]);
  return read.mm;
}

/** Reads a drawing as a net. @throws BadInput with a sentence */
export function importNet(bytes: Uint8Array, flags: ReadonlyMap<string, string>): unknown {
  const [roles, near] = [rolesIn(flags.get("roles")), nearIn(flags.get("near"))];
  try {
    if (bytes.length > FILE_LIMITS.bytes) throw new OutlineError("it is larger than 10 MB");
    const { outlines, warnings } = readDrawing(bytes, chainedByKind);
    const groups = groupsOf(outlines);
    const unknown = Object.keys(roles).filter((id) => !groups.some((group) => group.id === id));
    if (unknown.length > 0)
      throw new BadInput(
        unknown.map(
          (id) => `--roles: there is no group '${id}'; there are: ${groups.map((group) => group.id).join(", ")}`,
        ),
      );
    const lines = groups.flatMap(({ id, lines: own, guess }): NetLine[] => {
      const said = netRole(roles[id] ?? guess);
      return said ? own.map(({ path }) => ({ ...said, path })) : [];
    });
    const { pieces, told } = netOf(lines, near);
    return {
      groups: groups.map(({ id, lines: own, guess }) => ({ id, lines: own.length, guess })),
      pieces: pieces.map(({ root, panels, folds, cuts }) => ({
        root,
        panels: panels.map(({ id, outline }) => ({ id, polygon: flatten(outline) })),
        folds: folds.map(({ id, panels: two, from, to, path, crease, closes }) => ({
          ...{ id, panels: two, from, to },
          ...(path && { path: pathData(path) }),
          ...(crease && { crease }),
          ...(closes && { closes }),
        })),
        cuts: cuts.map(({ panel, kind, path }) => ({ panel, kind, path: pathData(path) })),
      })),
      told,
      // as a recipe of the form own-net takes it
      net: { lines: lines.map(({ role, fold, path }) => ({ role, ...(fold && { fold }), d: pathData(path) })), near },
      warnings,
    };
  } catch (error) {
    if (error instanceof OutlineError) throw new BadInput([`file: ${error.message}`]);
    throw error;
  }
}
