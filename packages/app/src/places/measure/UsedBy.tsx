/** The drafts that are made on a board, and what of them changes when they are made on it as it was measured. */
import { changed, chooseBoard, type Draft, formatLength, formatSize, mainPiece, type OnShelf } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useMemo } from "react";
import { tellDone } from "../../parts/tell.tsx";
import { loadFormsOf } from "../../needs/forms.ts";
import { stamp } from "../../store/drafting.ts";
import { useDrafts } from "../../store/drafts.ts";
import { displayNow } from "../../store/settings.ts";
import { solutionOf } from "../../store/solutions.ts";
import { useQuery } from "@tanstack/react-query";
import { queries } from "../../store/queries.ts";

interface Changes {
  readonly draft: Draft;
  readonly next: Draft;
  readonly told: string;
}

/** What each draft of a board comes to with it as it is now; those that stay as they are are left out. */
async function changesOf(board: OnShelf<"board">, drafts: readonly Draft[]): Promise<Changes[]> {
  const own = drafts.filter(({ spec }) => spec.method.own === board.id);
  await loadFormsOf(own.map(({ spec }) => spec));
  return own.flatMap((draft): Changes[] => {
    const next = changed(draft.spec, chooseBoard(board));
    if (!next.ok) return [];
    const [was, now] = [solutionOf(draft.spec), solutionOf(next.value)];
    const display = displayNow(was.grid);
    const said = [was, now].map((one) => {
      const blank = mainPiece(one)?.blank;
      return [
        blank ? `cut ${formatSize(blank.width, blank.height, display)}` : "",
        one.firstScore === undefined ? "" : `first at ${formatLength(one.firstScore, display)}`,
      ]
        .filter((part) => part !== "")
        .join(", ");
    });
    const { notch, offset } = { notch: undefined, offset: undefined, ...draft.spec.method };
    if (notch === board.notch && offset === board.offset) return [];
    const told =
      said[0] === said[1]
        ? "the same figures, its steps say what is different"
        : `${said[0] ?? ""} becomes ${said[1] ?? ""}`;
    return [{ draft, next: { ...draft, spec: next.value, changed: stamp() }, told }];
  });
}

export function UsedBy({ board }: { readonly board: OnShelf<"board"> }) {
  const all = useDrafts((s) => s.drafts);
  const drafts = useMemo(() => [...all.values()], [all]);
  const { data } = useQuery(
    { queryKey: ["used by", board, drafts], queryFn: () => changesOf(board, drafts), gcTime: 0 },
    queries,
  );
  if (!data || data.length === 0) return null;
  return (
    <div className="measure-used">
      <h3>Drafts that are made on it</h3>
      <ul>
        {data.map(({ draft, told }) => (
          <li key={draft.id}>
            <strong>{draft.name}</strong>: {told}
          </li>
        ))}
      </ul>
      <Button
        variant="outlined"
        onClick={() => {
          useDrafts.getState().put(data.map(({ next }) => next));
          tellDone(
            data.length === 1
              ? "One draft is made on it as it is."
              : `${String(data.length)} drafts are made on it as it is.`,
            "Undo",
            () => useDrafts.getState().put(data.map(({ draft }) => ({ ...draft, changed: stamp() }))),
          );
        }}
      >
        Make them on it as it is
      </Button>
    </div>
  );
}
