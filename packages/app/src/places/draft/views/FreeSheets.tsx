/** A draft's run cut free: laid out by its own sheet in hand, offcuts of its paper first. */
import {
  type Drawing,
  inHandFor,
  type PaperColours,
  type Placement,
  type Run,
  takesPaper,
  trimPlans,
} from "@cut-fold/core";
import { useMemo } from "react";
import { useShelf } from "../../../store/shelf.ts";
import { pieceColours } from "../../../theme/colours.ts";
import { LaidRun } from "../../laid/LaidRun.tsx";
import { CutOn, machineIn, matOf } from "../../laid/CutOn.tsx";

interface FreeSheetsProps {
  readonly id: string;
  /** of the draft */
  readonly name: string;
  readonly solution: Drawing;
  readonly colours: PaperColours;
  readonly mat: string;
  readonly onMat: (mat: string) => void;
}

export function FreeSheets({ id, name, solution, colours, mat, onMat }: FreeSheetsProps) {
  const { spec, pieces, grid } = solution;
  const shelf = useShelf();
  const run = useMemo((): Run => {
    const sheet = spec.sheet ?? { width: 0, height: 0 };
    return {
      items: [{ id: "draft", spec, quantity: spec.quantity }],
      inHand: inHandFor([spec], shelf, sheet, true),
      mat: matOf(
        mat,
        shelf,
        pieces.filter(takesPaper).map(({ blank }) => blank),
      ),
    };
  }, [spec, pieces, shelf, mat]);
  // what is told of straight cuts is what their own view shows
  const straight = useMemo(() => {
    const papers = trimPlans(solution);
    return { papers, left: papers.flatMap(({ left }) => left) };
  }, [solution]);
  const faceOf = ({ piece }: Pick<Placement, "piece">): string => {
    const made = pieces.find((p) => p.id === piece || piece.startsWith(`${p.id}-`));
    return made ? pieceColours(made, colours).face : colours.face;
  };
  const chosen = machineIn(mat, shelf);
  const machine = chosen === undefined ? undefined : { chosen, name };
  return (
    <>
      <CutOn mat={mat} onMat={onMat} />
      <LaidRun id={id} run={run} straight={straight} faceOf={faceOf} grid={grid} machine={machine} />
    </>
  );
}
