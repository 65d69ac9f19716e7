import { useCallback, useEffect, useMemo, useRef } from "react";
import { useSearchParams } from "react-router";
import { useDrafts } from "../../store/drafts.ts";
import type { Listed } from "../../store/listed.ts";
import { matches, type Order, ordered, ORDERS } from "./finding.ts";

/** Words, a tag and an order. */
export interface Asking {
  readonly find: string;
  readonly tag: string;
  readonly by: Order;
}

/** What drafts are looked for, kept in the address; those that are shown, and every tag there is. */
export function useFinding() {
  const drafts = useDrafts((s) => s.drafts);
  // until all have been read those changed last stand for them
  const listed = useDrafts((s) => (s.loading ? s.listed : undefined));
  const all = useMemo(
    (): readonly Listed[] =>
      listed
        ? [...new Map<string, Listed>([...listed.map((d) => [d.id, d] as const), ...drafts]).values()]
        : [...drafts.values()],
    [drafts, listed],
  );
  const [search, setSearch] = useSearchParams();
  const find = search.get("find") ?? "";
  const tag = search.get("tag") ?? "";
  const by = ORDERS.find((o) => o.value === search.get("by"))?.value ?? "changed";
  // what was asked for last: with many drafts the address follows a moment later, and a quick second press must not undo the first
  const asked = useRef<Asking>({ find, tag, by });
  useEffect(() => {
    asked.current = { find, tag, by };
  }, [find, tag, by]);
  const look = useCallback(
    (asking: Partial<Asking>): void => {
      asked.current = { ...asked.current, ...asking };
      const next = asked.current;
      setSearch(
        {
          ...(next.find && { find: next.find }),
          ...(next.tag && { tag: next.tag }),
          ...(next.by !== "changed" && { by: next.by }),
        },
        { replace: true },
      );
    },
    [setSearch],
  );
  const tags = useMemo(() => [...new Set(all.flatMap((d) => d.tags))].sort(), [all]);
  const shown = useMemo(
    () =>
      ordered(
        all.filter((d) => matches(d, find) && (tag === "" || d.tags.includes(tag))),
        by,
      ),
    [all, find, tag, by],
  );
  return { find, tag, by, look, tags, shown };
}
