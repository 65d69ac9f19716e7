import type { TableAsk, TableCell } from "@cut-fold/core";
import { proxy, wrap } from "comlink";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { TableApi } from "../../workers/table.worker.ts";

export interface TableRun {
  readonly cells: readonly TableCell[];
  readonly state: "running" | "done" | "stopped" | "failed";
  readonly stop: () => void;
  readonly again: () => void;
}

interface TableAnswer {
  /** the question this is the answer to */
  readonly of: object;
  readonly cells: readonly TableCell[];
  readonly state: TableRun["state"];
}

/** The whole table from its worker, growing as it is solved; ended when the question changes or the page is left. */
export function useTable(ask: TableAsk): TableRun {
  const [round, setRound] = useState(0);
  const question = useMemo(() => ({ ask, round }), [ask, round]);
  const [kept, setKept] = useState<TableAnswer>();
  const worker = useRef<Worker>(undefined);
  // an answer to another question is none: this one has just begun
  const run: TableAnswer = kept?.of === question ? kept : { of: question, cells: [], state: "running" };

  useEffect(() => {
    const own = new Worker(new URL("../../workers/table.worker.ts", import.meta.url), { type: "module" });
    worker.current = own;
    let answer: TableAnswer = { of: question, cells: [], state: "running" };
    const tell = (by: Partial<TableAnswer>): void => {
      answer = { ...answer, ...by };
      setKept(answer);
    };
    own.addEventListener("error", () => {
      tell({ state: "failed" });
    });
    const onPart = proxy((part: readonly TableCell[]): Promise<void> => {
      tell({ cells: [...answer.cells, ...part] });
      return Promise.resolve();
    });
    wrap<TableApi>(own)
      .run(question.ask, onPart)
      .then(
        () => {
          tell({ state: "done" });
        },
        () => {
          tell({ state: "failed" });
        },
      );
    return () => {
      own.terminate();
    };
  }, [question]);

  const stop = useCallback(() => {
    worker.current?.terminate();
    setKept((was) =>
      was?.state === "running" ? { ...was, state: "stopped" } : (was ?? { of: question, cells: [], state: "stopped" }),
    );
  }, [question]);
  const again = useCallback(() => {
    setRound((n) => n + 1);
  }, []);
  return { cells: run.cells, state: run.state, stop, again };
}
