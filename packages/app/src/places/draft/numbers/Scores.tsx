import { formatLength, type Solution } from "@cut-fold/core";
import { useDisplay } from "../../../store/settings.ts";

/** Where the scores go: one measure on a punch board, every reading on a scoring board, edge by edge. */
export function Scores({ solution }: { readonly solution: Solution }) {
  const display = useDisplay();
  // what lies on the panels is scored in its own time: its readings stand in its steps
  const own = solution.steps.filter((s) => s.fitting === undefined && s.scene.piece === solution.main);
  const measured = own.filter((s) => (s.kind === "punch" || s.kind === "score") && s.measure !== undefined);
  const turn = own.find((s) => s.code === "turn-left")?.n ?? Infinity;
  const list = (steps: typeof measured): string =>
    steps.map((s, i) => formatLength(s.measure ?? 0, display, { bare: i < steps.length - 1 })).join(" · ");
  const [before, after] = [measured.filter((s) => s.n < turn), measured.filter((s) => s.n > turn)];
  if (before[0]?.kind === "punch") {
    return (
      <>
        <h3 style={{ marginTop: 12 }}>Punch and score at</h3>
        <p className="figure-score">{list(before)}</p>
        <p className="figure-note">then turn, last score on the guide, three times</p>
      </>
    );
  }
  const fromTop = before[0]?.code === "score-from-top";
  return (
    <>
      {before.length > 0 ? (
        <>
          <h3 style={{ marginTop: 12 }}>{fromTop ? "Score from the top edge at" : "Score from the left edge at"}</h3>
          <p className={before.length > 1 ? "figure-score several" : "figure-score"}>{list(before)}</p>
        </>
      ) : null}
      {after.length > 0 ? (
        <>
          <h3 style={{ marginTop: 8 }}>Turn, and from the top edge at</h3>
          <p className="figure-score several">{list(after)}</p>
        </>
      ) : null}
      <p className="figure-note">outside up, the edge at the stop</p>
    </>
  );
}
