/** A run taken from the shelf when it is cut, with what is left over put there: by one press, once, and back again. */
import { type Layout, type Run, sayTaking, type Taking, takingOf } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useEffect, useMemo, useState } from "react";
import { tellDone, tellTrouble } from "../../parts/tell.tsx";
import {
  noteUsedUp,
  followTook,
  putBackOnShelf,
  takeFromShelf,
  type Took,
  useShelf,
  useTaken,
} from "../../store/shelf.ts";
import { useSettled } from "../../store/useSettled.ts";

/** What has been taken for a draft or run, in whichever window; undefined where nothing was. */
export function useTook(id: string): Took | undefined {
  useEffect(() => followTook(id), [id]);
  return useTaken((s) => s.taken.get(id));
}

const items = ({ items: all, mat }: Run): string => JSON.stringify([all, mat]);

/** The run as it was when it was taken, with its layout, as long as the same is made in the same way. */
export function runOf(took: Took | undefined, asked: Run): { readonly run: Run; readonly layout?: Layout } {
  if (!took) return { run: asked };
  try {
    const then = JSON.parse(took.asked) as Run;
    return items(then) === items(asked) ? { run: then, layout: took.layout } : { run: asked };
  } catch {
    return { run: asked };
  }
}

/** What cutting a layout takes of the shelf, and puts there. */
export function useTaking(layout: Layout | undefined, grid: number): Taking | undefined {
  const shelf = useShelf();
  return useMemo(() => layout && takingOf(layout, shelf, grid, () => "rest"), [layout, shelf, grid]);
}

/** Whether anything of it is the shelf's: then its rests go there with it, and are kept one by one no more. */
export const isOfShelf = (taking: Taking | undefined): boolean =>
  taking !== undefined && taking.sheets.length + taking.used.length > 0;

/** ms in which a second press is still meant for the button that stood there before: the two stand in one place. */
const SECOND_PRESS_MS = 500;

interface FromShelfProps {
  readonly id: string;
  /** what it was laid out for, as it is told apart */
  readonly asked: string;
  readonly layout: Layout;
  readonly took: Took | undefined;
  readonly taking: Taking | undefined;
  readonly grid: number;
  /** nothing is looked for any more */
  readonly isStill: boolean;
}

export function FromShelf({ id, asked, layout, took, taking, grid, isStill }: FromShelfProps) {
  const [busy, setBusy] = useState(false);
  // two presses, or two windows at once, take it once: the second one does not put it back
  const isNew = useSettled(took?.at, SECOND_PRESS_MS) !== took?.at;
  const pressed = (work: () => Promise<unknown>) => ({
    ...({ size: "small", disabled: busy, "aria-disabled": isNew || undefined } as const),
    onClick: () => {
      if (!isNew) during(work());
    },
  });
  const during = (work: Promise<unknown>): void => {
    setBusy(true);
    void work
      .catch(() => tellTrouble("The shelf could not be changed. Nothing was taken."))
      .finally(() => setBusy(false));
  };
  if (took) {
    const isThis = took.asked === asked;
    return (
      <div className="from-shelf" role="status">
        <span>
          {isThis ? "" : "For other sheets than these. "}
          {sayTaking(took, "done")}
        </span>
        {/* another button than the one that took it: what was meant for that one does not reach it */}
        <Button key="back" {...pressed(() => putBackOnShelf(id))}>
          Put it back
        </Button>
        <Button {...pressed(() => noteUsedUp(id))}>Cut it once more</Button>
      </div>
    );
  }
  const said = taking && isOfShelf(taking) ? sayTaking(taking, "to do") : undefined;
  if (!isStill || said === undefined) return null;
  return (
    <div className="from-shelf" role="status">
      <span>{said}</span>
      <Button
        key="take"
        variant="outlined"
        {...pressed(() =>
          takeFromShelf(id, asked, layout, grid).then((what) => {
            if (!what) return;
            tellDone(sayTaking(what, "done") ?? "Nothing was there to take.", "Take it back", () => {
              during(putBackOnShelf(id));
            });
          }),
        )}
      >
        Take it from the shelf
      </Button>
    </div>
  );
}
