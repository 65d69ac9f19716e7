/** The sheets of a run: by straight cuts, each in order, or cut free; and what is left over. */
import {
  formatSize,
  inHandFor,
  layoutOfPlans,
  type PaperColours,
  type Drawing,
  type TrimPlan,
  trimPlans,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useMemo } from "react";
import { Link, useSearchParams } from "react-router";
import { pieceColours } from "../../../theme/colours.ts";
import { useDisplay } from "../../../store/settings.ts";
import { useShelf } from "../../../store/shelf.ts";
import { ownKey } from "../../../parts/ownKey.ts";
import { FreeSheets } from "./FreeSheets.tsx";
import { FromShelf, isOfShelf, useTaking, useTook } from "../../laid/FromShelf.tsx";
import { Offcuts } from "../../laid/Offcuts.tsx";
import { StraightSheet } from "../../laid/StraightSheet.tsx";
import "../../laid/sheets.css";

interface SheetsPanelProps {
  readonly id: string;
  /** of the draft */
  readonly name: string;
  readonly solution: Drawing;
  readonly colours: PaperColours;
}

export function SheetsPanel({ id, name, solution, colours }: SheetsPanelProps) {
  const [search, setSearch] = useSearchParams();
  if (!solution.spec.sheet) {
    return (
      <div className="empty sheets-empty">
        <h2>Which sheet is in hand?</h2>
        <p>Say what the paper comes in, and every cut follows: how many sheets the run takes and what is left over.</p>
        <Button variant="contained" component={Link} to={`/draft/${id}/sheets?stage=paper`}>
          Name the sheet
        </Button>
      </div>
    );
  }
  const { method } = solution.spec;
  const isMachine = method.kind === "machine";
  // a machine cuts along any line: sheets of what is made on one are cut free unless the maker wants it otherwise
  const usual = isMachine ? "free" : "straight";
  const isFree = (search.get("cut") ?? usual) === "free";
  const usualMat = isMachine ? (method.own === undefined ? method.machine : ownKey(method.own)) : "none";
  const change = (name: string, value: string | undefined): void => {
    const next = new URLSearchParams(search);
    if (value === undefined) next.delete(name);
    else next.set(name, value);
    setSearch(next, { replace: true });
  };
  return (
    <div className="sheets" tabIndex={0} role="region" aria-label={isFree ? "Sheets cut free" : "Trim plan"}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={isFree ? "free" : "straight"}
        aria-label="How the sheets are cut"
        onChange={(_, next: string | null) => {
          if (next !== null) change("cut", next === usual ? undefined : next);
        }}
      >
        <ToggleButton value="straight">Straight cuts</ToggleButton>
        <ToggleButton value="free">Cut free</ToggleButton>
      </ToggleButtonGroup>
      {isFree ? (
        <FreeSheets
          {...{ id, name, solution, colours }}
          mat={search.get("mat") ?? usualMat}
          onMat={(mat) => {
            change("mat", mat === usualMat ? undefined : mat);
          }}
        />
      ) : (
        <Plans {...{ id, name, solution, colours }} />
      )}
    </div>
  );
}

function Plans({ id, solution, colours }: SheetsPanelProps) {
  const { spec, grid } = solution;
  const shelf = useShelf();
  const took = useTook(id);
  const plans = useMemo(() => trimPlans(solution), [solution]);
  const layout = useMemo(
    () => layoutOfPlans(plans, inHandFor([spec], shelf, spec.sheet ?? { width: 0, height: 0 }, true)),
    [plans, spec, shelf],
  );
  const taking = useTaking(layout, grid);
  return (
    <>
      <FromShelf {...{ id, layout, took, taking, grid }} asked={`straight ${JSON.stringify(spec)}`} isStill />
      {plans.map((plan) => (
        <Plan
          key={plan.stock}
          plan={plan}
          solution={solution}
          face={faceOf(plan, solution, colours)}
          rests={took ? "taken" : isOfShelf(taking) ? "together" : "each"}
        />
      ))}
    </>
  );
}

/** The colour of the paper a plan cuts: a layer's own, or the draft's. */
function faceOf({ stock }: TrimPlan, { pieces }: Drawing, own: PaperColours): string {
  const layer = pieces.find((p) => p.stock?.title === stock);
  return layer ? pieceColours(layer, own).face : own.face;
}

interface PlanProps {
  readonly plan: TrimPlan;
  readonly solution: Drawing;
  readonly face: string;
  /** whether what is left over lies on the shelf already, goes there with what is taken of it, or is kept one by one */
  readonly rests: "taken" | "together" | "each";
}

function Plan({ plan, solution, face, rests }: PlanProps) {
  const display = useDisplay();
  const { grid } = solution;
  const name = (piece: string | undefined): string => solution.pieces.find((p) => p.id === piece)?.name ?? "";
  const sheets = plan.sheets === 1 ? "1 sheet" : `${String(plan.sheets)} sheets`;
  return (
    <section className="plan" aria-label={plan.stock}>
      <h2>
        <span className="plan-count">{sheets}</span> of {plan.stock},{" "}
        {formatSize(plan.sheet.width, plan.sheet.height, display)}
      </h2>
      {plan.left.map((left) => (
        <p key={left.piece} className="finding error" role="alert">
          {name(left.piece)}, {String(left.quantity)} of them: too large for this sheet. A larger sheet, or a smaller
          card, is needed.
        </p>
      ))}
      <div className="plan-groups">
        {plan.groups.map(({ count, root }, i) => (
          <StraightSheet
            key={i}
            {...{ count, root, grid }}
            sheet={plan.sheet}
            name={({ piece }) => name(piece)}
            face={() => face}
            alone={plan.groups.length === 1}
          />
        ))}
      </div>
      {rests === "taken" ? null : (
        <Offcuts offcuts={plan.offcuts} grid={grid} paper={plan.stock} isTogether={rests === "together"} />
      )}
    </section>
  );
}
