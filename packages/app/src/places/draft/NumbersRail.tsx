/** The numbers beside the drawing: the recipe, the gap all round, the findings with remedies, the cut list. */
import {
  cardPile,
  changeFor,
  type Finding,
  formatLength,
  formatRun,
  formatSize,
  formById,
  insidePile,
  type Material,
  paperNeed,
  remedyWords,
  sayFinding,
  type Solution,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { memo, useMemo } from "react";
import { Link, useNavigate } from "react-router";
import { light } from "../../drawing/lit.ts";
import { PileView } from "../../drawing/PileView.tsx";
import { useSettled } from "../../parts/useSettled.ts";
import { useDrafts } from "../../store/drafts.ts";
import { envelopeFor } from "../../store/envelopeFor.ts";
import { followersOf } from "../../store/following.ts";
import { change, useOpenDraft } from "../../store/openDraft.ts";
import { solutionOf } from "../../store/solutions.ts";
import { useDisplay } from "../../store/settings.ts";
import { colour } from "../../theme/theme.ts";

const SEVERITY: Readonly<Record<Finding["severity"], string>> = {
  error: "Will not work",
  warning: "Look here",
  advice: "Worth knowing",
};

export const NumbersRail = memo(function NumbersRail({ solution }: { readonly solution: Solution }) {
  const display = useDisplay();
  const blank = solution.pieces[0]?.blank ?? { width: 0, height: 0 };
  const square = Math.abs(blank.width - blank.height) < 0.001;
  return (
    // it scrolls on low screens, so the keyboard must reach it
    <aside className="rail numbers" aria-label="The numbers" tabIndex={0}>
      <section>
        <h3>{square ? "Cut a square" : "Cut to"}</h3>
        <p className={square ? "figure-cut" : "figure-cut wide-size"}>
          {square ? formatLength(blank.width, display) : formatSize(blank.width, blank.height, display)}
        </p>
        {square ? <p className="figure-note">each way</p> : null}
        <Scores solution={solution} />
      </section>
      {solution.contents.length > 0 ? <GapPicture solution={solution} /> : null}
      <FinishedSection solution={solution} />
      <PileSection solution={solution} />
      <section aria-label="Findings" aria-live="polite">
        {solution.findings.length === 0 ? (
          <p className="figure-note" style={{ margin: 0 }}>
            Nothing stands in the way: it folds, fits and closes.
          </p>
        ) : null}
        {solution.findings.map((finding, i) => (
          <FindingRow
            key={`${finding.check}.${finding.code}.${String(i)}`}
            index={i}
            severity={finding.severity}
            panel={finding.panel}
            sentence={sayFinding(finding, display)}
            remedy={finding.remedy && remedyWords(finding, display)}
          />
        ))}
      </section>
      <CutList solution={solution} />
    </aside>
  );
});

interface FindingRowProps {
  readonly index: number;
  readonly severity: Finding["severity"];
  readonly panel: string | undefined;
  readonly sentence: string;
  readonly remedy: string | undefined;
}

/** Presses the remedy of the finding as it stands now: the row itself only changes with its words. */
function press(index: number): void {
  const spec = useOpenDraft.getState().draft?.spec;
  const remedy = spec && solutionOf(spec).findings[index]?.remedy;
  if (remedy) change(changeFor(remedy, spec));
}

const FindingRow = memo(function FindingRow({ index, severity, panel, sentence, remedy }: FindingRowProps) {
  const lit = (): void => {
    if (panel) light([panel]);
  };
  const dim = (): void => {
    light([]);
  };
  return (
    <div className={`finding ${severity}`} onPointerEnter={lit} onPointerLeave={dim}>
      <strong>{SEVERITY[severity]}</strong>
      <p>{sentence}</p>
      {remedy === undefined ? null : (
        <Button
          size="small"
          className="remedy"
          onFocus={lit}
          onBlur={dim}
          onClick={() => {
            press(index);
          }}
        >
          {remedy}
        </Button>
      )}
    </div>
  );
});

/** What lies on what, where more than one thing does. */
function PileSection({ solution }: { readonly solution: Solution }) {
  const { contents, layers } = solution.spec;
  const pile = layers
    ? cardPile(solution)
    : solution.contents.length > 0 && (contents.pile ?? contents.also)
      ? insidePile(solution.spec)
      : undefined;
  return pile ? (
    <section>
      <h3>{layers ? "The card from the side" : "Inside, from the side"}</h3>
      <PileView pile={pile} />
    </section>
  ) : null;
}

/** A card's finished size, and the envelopes that follow it. */
function FinishedSection({ solution }: { readonly solution: Solution }) {
  const display = useDisplay();
  const isCard = formById(solution.form)?.kind === "card";
  if (!solution.finished || !isCard) return null;
  const { width, height, thickness } = solution.finished;
  return (
    <section>
      <h3>Finished</h3>
      <p className="figure-base">{formatSize(width, height, display)}</p>
      <p className="figure-note">{formatLength(thickness, display)} thick, closed</p>
      <Followers />
      <DraftItsEnvelope />
    </section>
  );
}

/** Apart, so that a drag that changes the size above leaves it alone. */
const DraftItsEnvelope = memo(function DraftItsEnvelope() {
  const navigate = useNavigate();
  const begin = (): void => {
    const card = useOpenDraft.getState().draft;
    const envelope = card && envelopeFor(card);
    if (!envelope) return;
    useDrafts.getState().put([envelope]);
    void navigate(`/draft/${envelope.id}/flat?stage=holder`);
  };
  return (
    <Button size="small" className="remedy" onClick={begin}>
      Draft its envelope
    </Button>
  );
});

/** Envelopes that follow this card, with what they have come to: changed with it, they are not changed in silence. */
const Followers = memo(function Followers() {
  const display = useDisplay();
  const id = useOpenDraft((s) => s.draft?.id);
  const drafts = useDrafts((s) => s.drafts);
  const followers = useMemo(() => followersOf(id ?? "", drafts), [id, drafts]);
  return followers.map((draft) => {
    const { pieces, findings } = solutionOf(draft.spec);
    const blank = pieces[0]?.blank ?? { width: 0, height: 0 };
    const trouble = findings.find((f) => f.severity === "error");
    return (
      <p key={draft.id} className="follower">
        <Link to={`/draft/${draft.id}/flat?stage=inside`}>{draft.name}</Link> follows it: cut{" "}
        {formatSize(blank.width, blank.height, display)}
        {trouble ? <strong>{sayFinding(trouble, display)}</strong> : null}
      </p>
    );
  });
});

/** ms without a change after which the sheets for the run are counted anew */
const SETTLED_MS = 160;

/** Every piece, tape and sheet for the whole run. */
function CutList({ solution }: { readonly solution: Solution }) {
  const display = useDisplay();
  const settled = useSettled(solution, SETTLED_MS);
  const sheets = useMemo(() => paperNeed(settled), [settled]);
  const { quantity } = solution.spec;
  return (
    <section>
      <h3>{quantity === 1 ? "For one" : `For ${String(quantity)}`}</h3>
      <table className="cut-list">
        <tbody>
          {[...solution.materials, ...sheets].map((m, i) => (
            <tr key={`${m.item} ${String(i)}`}>
              <th scope="row">
                {m.item}
                <small>{noteOf(m, display)}</small>
              </th>
              <td>
                {m.code === "tape" || m.code === "foam" ? (
                  formatRun(m.size.width * m.quantity, display)
                ) : (
                  <>
                    {m.quantity}
                    <small>{formatSize(m.size.width, m.size.height, display)}</small>
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function noteOf({ code, size, stock }: Material, display: ReturnType<typeof useDisplay>): string {
  if (code === "tape") return `${formatLength(size.height, display)} wide`;
  if (code === "foam") return `${formatLength(Number(stock), display)} thick`;
  if (code === "within") return "drops out of the other piece";
  return stock;
}

/** Where the scores go: one measure on a punch board, every reading on a scoring board, edge by edge. */
function Scores({ solution }: { readonly solution: Solution }) {
  const display = useDisplay();
  const measured = solution.steps.filter((s) => (s.kind === "punch" || s.kind === "score") && s.measure !== undefined);
  const turn = solution.steps.find((s) => s.code === "turn-left")?.n ?? Infinity;
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

/** The contents in the holder, gaps drawn larger than they are so that unevenness shows, with true figures. */
function GapPicture({ solution }: { readonly solution: Solution }) {
  const display = useDisplay();
  const { gap, contents, inside } = solution;
  const [w, h] = [212, Math.max(64, Math.min(150, (212 * inside.height) / inside.width))];
  // one mm of gap is drawn 3 px wide: half the gap stands on each side
  const swell = 3;
  const [gx, gy] = [
    Math.max(2, Math.min(30, (gap.width / 2) * swell)),
    Math.max(2, Math.min(24, (gap.height / 2) * swell)),
  ];
  return (
    <section>
      <h3>Gap all round</h3>
      <svg
        width={w + 4}
        height={h + 4}
        role="img"
        aria-label={`${formatLength(gap.width / 2, display)} at each end, ${formatLength(gap.height / 2, display)} above and below`}
      >
        <rect x={2} y={2} width={w} height={h} fill="none" stroke={colour.ink} strokeWidth={2} />
        <rect
          x={2 + gx}
          y={2 + gy}
          width={Math.max(10, w - 2 * gx)}
          height={Math.max(10, h - 2 * gy)}
          fill="#fffdf8"
          stroke={colour.rust}
          strokeWidth={1.2}
        />
        <text x={w / 2 + 2} y={h / 2 - 5} textAnchor="middle" fontSize={16} fontWeight={600} fill={colour.ink}>
          {formatLength(gap.width / 2, display)} each end
        </text>
        <text x={w / 2 + 2} y={h / 2 + 16} textAnchor="middle" fontSize={14} fill={colour.soft}>
          {formatLength(gap.height / 2, display)} above and below
        </text>
      </svg>
      <p className="figure-note">
        {inside.depth > 0
          ? `${formatLength(gap.depth, display)} free above it, between walls of ${formatLength(inside.depth, display)}.`
          : `Half a thickness is taken off already, ${formatLength((contents[0]?.thickness ?? 0) / 2, display)} each side.`}
      </p>
    </section>
  );
}
