/** Runs: what is made together, the newest first. */
import Button from "@mui/material/Button";
import { useEffect } from "react";
import { Link, useNavigate } from "react-router";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import { useDrafts } from "../../store/drafts.ts";
import { leftOf, newRun, useRuns } from "../../store/runs.ts";
import "./run.css";

export function RunsPlace() {
  usePageTitle("Runs");
  const runs = useRuns((s) => s.entries);
  const load = useRuns((s) => s.load);
  const drafts = useDrafts((s) => s.drafts);
  const navigate = useNavigate();
  useEffect(() => void load(), [load]);
  return (
    <main className="place">
      <div className="place-head">
        <h1>Runs</h1>
        <Button
          variant="contained"
          onClick={() => {
            void navigate(`/run/${newRun([]).id}`);
          }}
        >
          Begin a run
        </Button>
      </div>
      {runs === undefined ? (
        <p aria-busy="true">One moment …</p>
      ) : runs.length === 0 ? (
        <p className="run-none">
          Nothing here yet. A run is what you make together: invitations and their envelopes, liners, tags. They are
          laid out by paper on what your shelf has, and you are told how many sheets to buy. Begin one here, or choose
          several drafts in the drawer.
        </p>
      ) : (
        <ul className="runs">
          {runs.map((run) => {
            const left = run.items.reduce((sum, item) => sum + leftOf(item), 0);
            const names = run.items.flatMap(({ draft }) => drafts.get(draft)?.name ?? []);
            return (
              <li key={run.id}>
                <Link to={`/run/${run.id}`}>
                  <strong>{run.name}</strong>
                  <span>
                    {run.items.length === 0 ? "nothing in it yet" : left === 0 ? "all made" : `${String(left)} to make`}
                  </span>
                  <small>{names.join(" · ")}</small>
                </Link>
              </li>
            );
          })}
        </ul>
      )}
    </main>
  );
}
