/** Where a figure comes from: what each thing that was said gives to it. Pressing one of them leads to its field. */
import {
  type Dimension,
  type Drawing,
  formatLength,
  type Gives,
  sayAlways,
  sayDimension,
  sayGives,
  sayRuler,
  whence,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import { memo, useMemo } from "react";
import { useSearchParams } from "react-router";
import { askFigure, useAsked } from "../../../store/asked.ts";
import { useDisplay } from "../../../store/settings.ts";

/** The figure that says how large the main piece is cut: what is asked first. */
const cutOf = ({ dimensions, main }: Drawing): Dimension | undefined =>
  dimensions.find(({ piece, outside, code }) => piece === main && outside === true && code.startsWith("blank"));

export const WhenceSection = memo(function WhenceSection({ solution }: { readonly solution: Drawing }) {
  const asked = useAsked((s) => s.figure);
  const cut = cutOf(solution);
  const figure = solution.dimensions.find(({ id }) => id === asked);
  if (!figure)
    return cut ? (
      <Button size="small" className="remedy whence-ask" onClick={() => askFigure(cut.id)}>
        Where does it come from?
      </Button>
    ) : null;
  return <Parts solution={solution} figure={figure} />;
});

function Parts({ solution: { spec, grid }, figure }: { readonly solution: Drawing; readonly figure: Dimension }) {
  const display = useDisplay();
  const ruled = useDisplay(grid);
  const made = useMemo(() => whence(spec, figure.id, figure.value), [spec, figure.id, figure.value]);
  const [, setSearch] = useSearchParams();
  const leadTo = ({ at, label }: Gives): void => {
    const [stage, field] = leadOf(at, label);
    setSearch({ stage }, { replace: true });
    focusSoon(field);
  };
  const always = made && sayAlways(made, display);
  const ruler = made && sayRuler(made, display);
  return (
    <section className="whence" aria-live="polite">
      <h3>
        {sayDimension(figure)}: {formatLength(figure.value, figure.ruled ? ruled : display)}
      </h3>
      {made ? (
        <table>
          <tbody>
            {made.parts.map((part) => {
              const { name, told, gives } = sayGives(part, display);
              return (
                <tr key={part.at.join(".")}>
                  <th scope="row">
                    <button type="button" onClick={() => leadTo(part)}>
                      {name}
                    </button>
                    <span>{told}</span>
                  </th>
                  <td>{gives}</td>
                </tr>
              );
            })}
            {always === undefined ? null : (
              <tr>
                <th scope="row">What this form always needs</th>
                <td>{always}</td>
              </tr>
            )}
            {ruler === undefined ? null : (
              <tr>
                <th scope="row">{ruler.name}</th>
                <td>{ruler.gives}</td>
              </tr>
            )}
          </tbody>
        </table>
      ) : (
        <p className="figure-note">It is the same whatever goes in: this form says it by itself.</p>
      )}
      <Button size="small" className="remedy" onClick={() => askFigure(undefined)}>
        Close
      </Button>
    </section>
  );
}

/** The stage and the label under which a thing is said. */
function leadOf([part, name]: readonly string[], label: string | undefined): readonly [stage: string, field: string] {
  if (part === "settings") return ["details", label ?? ""];
  if (part === "stock") return ["paper", "Thickness"];
  return ["inside", { width: "Width", height: "Height", thickness: "Thickness" }[name ?? ""] ?? ""];
}

/** Frames that a stage is given to open. */
const FRAMES = 90;

/** The stage opens first, then its field has the focus. */
function focusSoon(label: string, frames = FRAMES): void {
  requestAnimationFrame(() => {
    const field = frames < FRAMES - 1 ? fieldOf(label) : undefined;
    if (field) field.focus();
    else if (frames > 0) focusSoon(label, frames - 1);
  });
}

/** The field with this label among the stages. */
function fieldOf(label: string): HTMLElement | undefined {
  const found = [...document.querySelectorAll<HTMLLabelElement>(".stages label")].find(
    (one) => one.textContent.trim() === label,
  );
  return (found && document.getElementById(found.htmlFor)) ?? undefined;
}
