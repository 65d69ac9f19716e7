/** What groups of lines were said to be, by their names: whoever brings in one net from a program brings in more. */
import type { GroupRole } from "@cut-fold/core/nets";

const KEY = "net-roles";
const MOST = 200;
const ROLES: ReadonlySet<string> = new Set<GroupRole>(["cut", "valley", "mountain", "drawn", "out"]);

/** What is remembered; nothing where the browser keeps nothing. */
export function recalledRoles(): Readonly<Record<string, GroupRole>> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "{}");
    if (typeof kept !== "object" || kept === null) return {};
    return Object.fromEntries(
      Object.entries(kept).filter((entry): entry is [string, GroupRole] => ROLES.has(String(entry[1]))),
    );
  } catch {
    return {};
  }
}

export function rememberRoles(roles: Readonly<Record<string, GroupRole>>): void {
  try {
    const all = Object.entries({ ...recalledRoles(), ...roles }).slice(-MOST);
    localStorage.setItem(KEY, JSON.stringify(Object.fromEntries(all)));
  } catch {
    // it is asked again the next time
  }
}
