/** What no file says of a net: how each fold turns and when, what is waste, what stays, what is glued and what lies in it. */
import { type Drawing, type OwnNet, type Piece } from "@cut-fold/core";
import { Choice } from "../../../parts/Choice.tsx";
import { CountField } from "../../../parts/CountField.tsx";
import { change } from "../../../store/openDraft.ts";

interface NetStageProps {
  readonly net: OwnNet;
  readonly solution: Drawing;
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

export function NetStage({ net, solution }: NetStageProps) {
  const { pieces } = solution;
  const panels = pieces.flatMap((piece) => piece.panels);
  const options = panels.map(({ id, name }) => ({ value: id, text: name }));
  const folds = pieces.flatMap((piece) => piece.folds);
  const glued = net.glued ?? [];
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
          {glued.map(({ panel, onto }) => (
            <div key={`${panel} ${onto}`} className="wide">
              <Choice
                label="Glued"
                value="there"
                options={[
                  { value: "there", text: `${nameOf(pieces, panel)} onto ${nameOf(pieces, onto).toLowerCase()}` },
                  { value: "gone", text: "Not glued" },
                ]}
                onChange={() => {
                  const rest = glued.filter((one) => one.panel !== panel || one.onto !== onto);
                  set(["glued"], rest.length > 0 ? rest : undefined);
                }}
              />
            </div>
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
