/** The field that opens where a figure stands: type another, in any unit; what is wrong stays, with the reason. */
import { type Dimension, type Display, type Point, readLength, unitShown } from "@cut-fold/core";
import { useState } from "react";
import { setDimension } from "../store/setDimension.ts";
import "./figureField.css";

interface FigureFieldProps {
  readonly dimension: Dimension;
  readonly name: string;
  readonly text: string;
  readonly display: Display;
  readonly at: Point;
  readonly onDone: () => void;
}

export function FigureField({ dimension, name, text, display, at, onDone }: FigureFieldProps) {
  const [typed, setTyped] = useState(text.replace("~", "").replace("⁄", "/"));
  const [trouble, setTrouble] = useState<string>();
  const commit = (): void => {
    // a bare number is meant in the unit that stood there
    const read = readLength(typed, unitShown(dimension.value, display));
    const problem = read.ok ? setDimension(dimension, read.mm) : "Write it like 4 1/4, 4.25in, 10.8 cm or 108.";
    if (problem) setTrouble(problem);
    else onDone();
  };
  return (
    <foreignObject
      x={Math.max(4, at[0] - 80)}
      y={Math.max(4, at[1] - 24)}
      width={230}
      height={100}
      className="figure-field-box"
    >
      <form
        className="figure-field"
        data-wrong={trouble !== undefined}
        onSubmit={(event) => {
          event.preventDefault();
          commit();
        }}
      >
        <label>
          {name}
          <input
            autoFocus
            value={typed}
            spellCheck={false}
            autoComplete="off"
            aria-invalid={trouble !== undefined}
            onFocus={(event) => {
              event.target.select();
            }}
            onChange={(event) => {
              setTyped(event.target.value);
              setTrouble(undefined);
            }}
            onBlur={() => {
              if (trouble === undefined) commit();
            }}
            onKeyDown={(event) => {
              if (event.key === "Escape") onDone();
            }}
          />
        </label>
        {trouble ? <div role="alert">{trouble}</div> : null}
      </form>
    </foreignObject>
  );
}
