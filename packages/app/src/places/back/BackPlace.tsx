/** Working back: an envelope is in hand, and the largest card it takes is wanted, with its base and its layers. */
import {
  BOUGHT_CALIPER_MM,
  BOUGHT_ROOM_MM,
  CALIPER_MM,
  catalogue,
  cardPile,
  ENVELOPE_MM,
  find,
  formatLength,
  formatSize,
  MM_PER,
  sayProblem,
  solve,
  type WorkedBack,
  workBack,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { PileView } from "../../drawing/PileView.tsx";
import { Choice } from "../../parts/Choice.tsx";
import { CountField } from "../../parts/CountField.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { makeDraft, useDrafts } from "../../store/drafts.ts";
import { useDisplay, useSettings } from "../../store/settings.ts";
import { colour } from "../../theme/theme.ts";

const ENVELOPES = [
  { value: "", text: "Own measures" },
  ...catalogue.envelopes.map((e) => ({ value: e.id, text: e.title })),
];
const STOCKS = catalogue.stocks.map((s) => ({ value: s.id, text: s.title }));
const FOLDS = [
  { value: "side", text: "At the side" },
  { value: "top", text: "At the top" },
  { value: "tri", text: "Twice, one panel inside" },
  { value: "gate", text: "Gates that meet in front" },
];
const MATS = { min: 0, max: 4 } as const;
const BORDER_MM = { min: 0, max: 40 } as const;
const RAISED_MM = { min: 0, max: 10 } as const;
const ROOM_MM = { min: 0, max: 20 } as const;

interface Asked {
  readonly preset: string;
  readonly width: number;
  readonly height: number;
  readonly caliper: number;
  readonly roomWidth: number;
  readonly roomHeight: number;
  readonly stock: string;
  readonly fold: string;
  readonly mats: number;
  readonly border: number;
  readonly raised: number;
}

const MAT_STOCKS = ["text-120-plum", "text-90"] as const;

/** The card's recipe but for its size. */
const cardOf = ({ stock, fold, mats, border, raised }: Asked, inches: boolean) => ({
  stock: { preset: stock },
  settings: { fold },
  method: { board: inches ? "scoring-sixteenth" : "scoring-millimetre" },
  ...(mats > 0 && {
    layers: Array.from({ length: mats }, (_, i) => ({
      kind: "mat",
      name: i === 0 ? "Mat" : `Mat ${String(i + 1)}`,
      panel: fold === "gate" ? "left" : "front",
      border,
      raised: i === mats - 1 ? raised : 0,
      stock: { preset: MAT_STOCKS[i % 2] },
    })),
  }),
});

export function BackPlace() {
  const display = useDisplay();
  const navigate = useNavigate();
  const inches = useSettings((s) => s.settings.unit).startsWith("in");
  const [asked, setAsked] = useState<Asked>(() => {
    const preset = find(catalogue.envelopes, inches ? "envelope-us-a7" : "envelope-c6");
    const { id = "", width = 162, height = 114 } = preset ?? {};
    return {
      preset: id,
      width,
      height,
      caliper: BOUGHT_CALIPER_MM,
      // on the marks of the maker's own ruler: 1/8 and 1/16 in, or 3 and 1.5 mm
      roomWidth: inches ? MM_PER.in / 8 : BOUGHT_ROOM_MM.width,
      roomHeight: inches ? MM_PER.in / 16 : BOUGHT_ROOM_MM.height,
      stock: "cover-250",
      fold: "side",
      mats: 1,
      border: inches ? 3.175 : 4,
      raised: 0,
    };
  });
  const set = (by: Partial<Asked>): void => {
    setAsked((was) => ({ ...was, ...by }));
  };
  const back = useMemo(
    () =>
      workBack(
        {
          width: asked.width,
          height: asked.height,
          caliper: asked.caliper,
          room: { width: asked.roomWidth, height: asked.roomHeight },
        },
        cardOf(asked, inches),
      ),
    [asked, inches],
  );
  const envelope = find(catalogue.envelopes, asked.preset);
  const begin = (): void => {
    if (!back.ok) return;
    const name = `Card for ${envelope?.title.toLowerCase() ?? `an envelope ${formatSize(asked.width, asked.height, display)}`}`;
    const draft = makeDraft(name, back.spec);
    useDrafts.getState().put([draft]);
    void navigate(`/draft/${draft.id}/flat?stage=details`);
  };
  return (
    <main className="place">
      <div className="place-head">
        <h1>From an envelope to its card</h1>
      </div>
      <div className="back">
        <section className="fields" aria-label="What is in hand">
          <div className="wide">
            <Choice
              label="Envelope in hand"
              value={asked.preset}
              options={ENVELOPES}
              onChange={(id) => {
                const found = find(catalogue.envelopes, id);
                set({ preset: id, ...(found && { width: found.width, height: found.height }) });
              }}
            />
          </div>
          <LengthField
            label="Outside width"
            mm={asked.width}
            bounds={ENVELOPE_MM}
            onChange={(width) => {
              set({ width, preset: "" });
            }}
          />
          <LengthField
            label="Outside height"
            mm={asked.height}
            bounds={ENVELOPE_MM}
            onChange={(height) => {
              set({ height, preset: "" });
            }}
          />
          <LengthField
            label="Room on the width"
            mm={asked.roomWidth}
            bounds={ROOM_MM}
            onChange={(roomWidth) => {
              set({ roomWidth });
            }}
          />
          <LengthField
            label="Room on the height"
            mm={asked.roomHeight}
            bounds={ROOM_MM}
            onChange={(roomHeight) => {
              set({ roomHeight });
            }}
          />
          <div className="wide">
            <LengthField
              label="Its paper is thick"
              mm={asked.caliper}
              bounds={CALIPER_MM}
              onChange={(caliper) => {
                set({ caliper });
              }}
            />
          </div>
          <h2 className="wide">The card</h2>
          <div className="wide">
            <Choice
              label="Base from"
              value={asked.stock}
              options={STOCKS}
              onChange={(stock) => {
                set({ stock });
              }}
            />
          </div>
          <div className="wide">
            <Choice
              label="Folds"
              value={asked.fold}
              options={FOLDS}
              onChange={(fold) => {
                set({ fold });
              }}
            />
          </div>
          <CountField
            label="Mats on the front"
            value={asked.mats}
            {...MATS}
            onChange={(mats) => {
              set({ mats });
            }}
          />
          {asked.mats > 0 ? (
            <>
              <LengthField
                label="Border of each"
                mm={asked.border}
                bounds={BORDER_MM}
                onChange={(border) => {
                  set({ border });
                }}
              />
              <LengthField
                label="Foam under the last"
                mm={asked.raised}
                bounds={RAISED_MM}
                onChange={(raised) => {
                  set({ raised });
                }}
              />
            </>
          ) : null}
        </section>
        <section className="back-answer" aria-live="polite">
          {back.ok ? <Answer back={back} asked={asked} onDraft={begin} /> : null}
          {!back.ok && back.problems.length > 0 ? (
            <p className="finding error" role="alert">
              {back.problems.map((p) => `${p.field}: ${sayProblem(p, display)}`).join(". ")}
            </p>
          ) : null}
          {!back.ok && "thickness" in back ? (
            <p className="finding error" role="alert">
              No card worth making goes in: its layers come to {formatLength(back.thickness, display)}, and too little
              of the envelope is left. Use fewer or thinner layers, or a larger envelope.
            </p>
          ) : null}
        </section>
      </div>
    </main>
  );
}

interface AnswerProps {
  readonly back: WorkedBack;
  readonly asked: Asked;
  readonly onDraft: () => void;
}

function Answer({ back: { card, inside, gap, spec }, asked, onDraft }: AnswerProps) {
  const display = useDisplay();
  const solution = useMemo(() => solve(spec), [spec]);
  const pile = cardPile(solution);
  const [base, ...layers] = solution.pieces;
  const score = solution.steps.filter((s) => s.kind === "score").map((s) => formatLength(s.measure ?? 0, display));
  return (
    <>
      <div>
        <FitPicture asked={asked} inside={inside} card={card} />
        {pile ? (
          <div className="back-pile">
            <h3>The card from the side</h3>
            <PileView pile={pile} />
          </div>
        ) : null}
      </div>
      <div className="back-numbers">
        <div>
          <h3>Largest card</h3>
          <p className="figure-cut">{formatSize(card.width, card.height, display)}</p>
          <p className="figure-note">
            {formatLength(gap.width / 2, display)} free at each end, {formatLength(gap.height / 2, display)} above and
            below
          </p>
        </div>
        <div>
          <h3>Cut its base to</h3>
          <p className="figure-base">{formatSize(base?.blank.width ?? 0, base?.blank.height ?? 0, display)}</p>
          <p className="figure-note">
            score at <strong className="back-score">{score.join(" · ")}</strong>
          </p>
          {layers.map((layer) => (
            <p key={layer.id} className="figure-note">
              {layer.name}: <strong>{formatSize(layer.blank.width, layer.blank.height, display)}</strong>
            </p>
          ))}
        </div>
        <Button variant="contained" onClick={onDraft}>
          Draft this card
        </Button>
      </div>
    </>
  );
}

const WIDE = 480;
const TALL = 360;

interface FitPictureProps {
  readonly asked: Asked;
  readonly inside: WorkedBack["inside"];
  readonly card: WorkedBack["card"];
}

/** Envelope and card, true to scale, the room between them as it is. */
function FitPicture({ asked, inside, card }: FitPictureProps) {
  const display = useDisplay();
  const k = Math.min((WIDE - 40) / asked.width, (TALL - 40) / asked.height);
  const box = ({ width, height }: { readonly width: number; readonly height: number }) => ({
    x: WIDE / 2 - (width * k) / 2,
    y: 20 + (asked.height * k) / 2 - (height * k) / 2,
    width: width * k,
    height: height * k,
  });
  const [w, h] = [asked.width * k, asked.height * k];
  const [left, top] = [WIDE / 2 - w / 2, 20];
  return (
    <svg
      width={WIDE}
      height={h + 40}
      role="img"
      aria-label={`A card of ${formatSize(card.width, card.height, display)} in an envelope ${formatSize(asked.width, asked.height, display)} outside`}
    >
      <rect {...box(asked)} fill="#e9d9bb" stroke={colour.ink} strokeWidth={2.2} />
      <rect {...box(inside)} fill="#f1e6d0" stroke="none" />
      <path
        d={`M${String(left)} ${String(top)}L${String(left + w / 2)} ${String(top + h * 0.42)}L${String(left + w)} ${String(top)}`}
        fill="none"
        stroke={colour.soft}
        strokeWidth={1.2}
        strokeDasharray="9 5"
      />
      <rect {...box(card)} fill="#fffdf8" fillOpacity={0.82} stroke={colour.rust} strokeWidth={1.6} />
      <text x={WIDE / 2} y={20 + h / 2 + 6} textAnchor="middle" fontSize={17} fontWeight={600} fill={colour.rust}>
        {formatSize(card.width, card.height, display)}
      </text>
      <text x={WIDE / 2} y={14} textAnchor="middle" fontSize={14} fill={colour.soft}>
        {formatLength(asked.width, display)} outside
      </text>
      <text
        x={left - 8}
        y={20 + h / 2}
        textAnchor="middle"
        fontSize={14}
        fill={colour.soft}
        transform={`rotate(-90 ${String(left - 8)} ${String(20 + h / 2)})`}
      >
        {formatLength(asked.height, display)} outside
      </text>
    </svg>
  );
}
