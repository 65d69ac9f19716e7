/** What no file says of a net: how each fold turns and when, what is waste, what stays, what is glued and what lies in it. */
import { type Drawing, gluePairs, laidRows, NET_OFF_MM, type NetGlue, type OwnNet, type Piece } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useMemo, useState } from "react";
import { Choice } from "../../../parts/Choice.tsx";
import { CountField } from "../../../parts/CountField.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { NameField } from "../../../parts/NameField.tsx";
import { change } from "../../../store/openDraft.ts";

interface NetStageProps {
  readonly net: OwnNet;
  readonly solution: Drawing;
  /** mm of the paper it is made of */
  readonly caliper: number;
}

const TURNS = [
  { value: "180", text: "over, towards you" },
  { value: "90", text: "up, towards you" },
  { value: "0", text: "stays flat" },
  { value: "-90", text: "up, away from you" },
  { value: "-180", text: "behind, away from you" },
] as const;
const ORDER = { min: 1, max: 60 } as const;

const set = (at: readonly string[], value: unknown): void => {
  change([{ at: ["net", ...at], value }]);
};
const nameOf = (pieces: readonly Piece[], id: string): string =>
  pieces.flatMap(({ panels }) => panels).find((panel) => panel.id === id)?.name ?? id;

/** Pairs offered at once, and letters of a panel's name. */
const MOST_OFFERED = 6;
const MOST_NAME = 40;
const OFF = { min: -NET_OFF_MM, max: NET_OFF_MM } as const;
const QUARTERS = [0, 90, 180, -90].map((turn) => ({
  value: String(turn),
  text:
    turn === 0 ? "as it is drawn" : turn === 180 ? "by half a turn" : `by a quarter, ${turn > 0 ? "left" : "right"}`,
}));

interface GlueRowProps {
  readonly row: NetGlue;
  readonly words: string;
  /** it lays a whole piece on another: where is said here */
  readonly isLaid: boolean;
  readonly onChange: (row: NetGlue | undefined) => void;
}

/** A panel glued onto another, and where it lies on it if it is another piece's. */
function GlueRow({ row, words, isLaid, onChange }: GlueRowProps) {
  const [turn, face] = [String(row.turn ?? 0), row.face ?? "front"];
  return (
    <>
      <div className="wide">
        <Choice
          label="Glued"
          value="there"
          options={[
            { value: "there", text: words },
            { value: "gone", text: "Not glued" },
          ]}
          onChange={() => onChange(undefined)}
        />
      </div>
      {isLaid ? (
        <>
          <Choice
            label="On its face that is"
            value={face}
            options={[
              { value: "front", text: "drawn" },
              { value: "back", text: "behind" },
            ]}
            onChange={(value) => onChange({ ...row, face: value === "back" ? "back" : "front" })}
          />
          <Choice
            label="Turned"
            value={turn}
            options={
              QUARTERS.some(({ value }) => value === turn) ? QUARTERS : [...QUARTERS, { value: turn, text: `${turn}°` }]
            }
            onChange={(value) => onChange({ ...row, turn: Number(value) })}
          />
          <LengthField label="Right by" mm={row.x ?? 0} bounds={OFF} onChange={(x) => onChange({ ...row, x })} />
          <LengthField label="Up by" mm={row.y ?? 0} bounds={OFF} onChange={(y) => onChange({ ...row, y })} />
          <div className="wide">
            <Choice
              label="Lies with its drawn face"
              value={(row.flip ?? face === "back") ? "down" : "up"}
              options={[
                { value: "up", text: "towards you" },
                { value: "down", text: "away from you" },
              ]}
              onChange={(value) => onChange({ ...row, flip: value === "down" })}
            />
          </div>
        </>
      ) : null}
    </>
  );
}

/** What panels are called, one at a time. */
function Names({ net, pieces }: { readonly net: OwnNet; readonly pieces: readonly Piece[] }) {
  const panels = pieces.flatMap((piece) => piece.panels);
  const [chosen, setChosen] = useState<string>();
  const panel = panels.find(({ id }) => id === chosen) ?? panels[0];
  if (!panel) return null;
  return (
    <>
      <Choice
        label="Name a panel"
        value={panel.id}
        options={panels.map(({ id, name }) => ({ value: id, text: name }))}
        onChange={setChosen}
      />
      <NameField
        key={panel.id}
        label="Called"
        name={panel.name}
        onChange={(name) => set(["names"], { ...net.names, [panel.id]: name.trim().slice(0, MOST_NAME) })}
      />
    </>
  );
}

export function NetStage({ net, solution, caliper }: NetStageProps) {
  const { pieces } = solution;
  const panels = pieces.flatMap((piece) => piece.panels);
  const options = panels.map(({ id, name }) => ({ value: id, text: name }));
  const folds = pieces.flatMap((piece) => piece.folds);
  const glued = net.glued ?? [];
  const pairs = useMemo(() => gluePairs(solution, caliper).slice(0, MOST_OFFERED), [solution, caliper]);
  const rows = laidRows(pieces, glued);
  const waste = net.waste ?? [];
  return (
    <div className="fields">
      <div className="wide">
        <Choice
          label="Stays while the others fold"
          value={pieces[0]?.root ?? ""}
          options={options}
          onChange={(root) => set(["root"], root)}
        />
      </div>
      {folds.map(({ id, panels: two, angle, order, closes }) => {
        const value = String(Math.round(angle));
        const known = TURNS.some((turn) => turn.value === value);
        return (
          <div key={id} className="wide net-fold">
            <Choice
              label={`${nameOf(pieces, two[1])} on ${nameOf(pieces, two[0]).toLowerCase()}${closes ? ", closes by itself" : ""}`}
              value={value}
              options={known ? TURNS : [...TURNS, { value, text: `${value}°` }]}
              onChange={(turn) => set(["folds", id], { angle: Number(turn), order })}
            />
            {closes ? null : (
              <CountField
                label="Folded as number"
                value={order}
                {...ORDER}
                onChange={(next) => set(["folds", id], { angle, order: next })}
              />
            )}
          </div>
        );
      })}
      {panels.length > 1 ? (
        <>
          <div className="wide">
            <Choice
              label="Glue a panel"
              value=""
              options={[
                { value: "", text: "Which panel …" },
                ...options.flatMap((own) =>
                  options
                    .filter((other) => other.value !== own.value)
                    .map((other) => ({
                      value: `${own.value} ${other.value}`,
                      text: `${own.text} onto ${other.text.toLowerCase()}`,
                    })),
                ),
              ].slice(0, 400)}
              onChange={(both) => {
                const [panel, onto] = both.split(" ");
                if (panel && onto) set(["glued"], [...glued, { panel, onto }]);
              }}
            />
          </div>
          {pairs.map(({ panel, onto }) => (
            <p key={`${panel} ${onto}`} className="wide net-pair">
              {nameOf(pieces, panel)} comes to lie on {nameOf(pieces, onto).toLowerCase()}.{" "}
              <Button size="small" onClick={() => set(["glued"], [...glued, { panel, onto }])}>
                Glue it
              </Button>
            </p>
          ))}
          {glued.map((row, i) => (
            <GlueRow
              key={`${row.panel} ${row.onto}`}
              row={row}
              words={`${nameOf(pieces, row.panel)} onto ${nameOf(pieces, row.onto).toLowerCase()}`}
              isLaid={rows.some((laid) => laid.row === row)}
              onChange={(next) => {
                const others = next ? glued.with(i, next) : glued.filter((_, k) => k !== i);
                set(["glued"], others.length > 0 ? others : undefined);
              }}
            />
          ))}
          <div className="wide">
            <Choice
              label="Waste"
              value=""
              options={[
                { value: "", text: waste.length === 0 ? "Nothing is waste" : `${String(waste.length)} left out` },
                ...options.map(({ value, text }) => ({ value, text: `${text} is waste` })),
                ...waste.map((id) => ({ value: id, text: `Panel ${id.replace("panel-", "")} is paper again` })),
              ]}
              onChange={(id) => {
                if (id === "") return;
                const next = waste.includes(id) ? waste.filter((one) => one !== id) : [...waste, id];
                set(["waste"], next.length > 0 ? next : undefined);
              }}
            />
          </div>
        </>
      ) : null}
      <Names net={net} pieces={pieces} />
      <div className="wide">
        <Choice
          label="What goes in lies on"
          value={net.holds ?? ""}
          options={[{ value: "", text: "Nothing lies in it" }, ...options]}
          onChange={(id) => set(["holds"], id === "" ? undefined : id)}
        />
      </div>
    </div>
  );
}
