/** One figure on the drawing: its line with small slashes, the number, and where it is free a handle and a field to type in. */
import { type Dimension, type Display, formatLength, type Point, sayDimension } from "@cut-fold/core";
import { memo, type KeyboardEvent, type RefObject, useRef, useState } from "react";
import { askFigure } from "../store/asked.ts";
import { setDimension } from "../store/setDimension.ts";
import { colour } from "../theme/theme.ts";
import { FigureField } from "./FigureField.tsx";
import { light } from "./lit.ts";
import type { PlacedFigure } from "./placing.ts";
import { useFigureDrag } from "./useFigureDrag.ts";
import { px, type View } from "./view.ts";

const SLASH = 6;

/** Kept as one object each, so that React need not compare them key by key on every frame of a drag. */
const GRABBED = { cursor: "move", touchAction: "none" } as const;
const UNDERLINED = { textUnderlineOffset: "0.22em" } as const;
/** On paper of any colour, and beside a short line over another's: the ground shows round the number. */
const HALO = { stroke: colour.sheet, strokeWidth: 5, strokeLinejoin: "round", paintOrder: "stroke" } as const;
const TYPED_IN = { cursor: "text" } as const;
const ASKED = { cursor: "help" } as const;

interface DimensionFigureProps {
  readonly dimension: Dimension;
  readonly placed: PlacedFigure;
  readonly view: View;
  readonly display: Display;
  readonly isLit: boolean;
  /** mm a press of an arrow key changes it by */
  readonly grid: number;
  readonly onHold: (held: boolean) => void;
}

const tintOf = ({ key, outside, sets, code }: Dimension, isLit: boolean): string =>
  isLit || (key && outside && !code.startsWith("blank")) ? colour.rust : sets ? colour.slate : colour.ink;

export const DimensionFigure = memo(function DimensionFigure(props: DimensionFigureProps) {
  const { dimension, placed, view, display, isLit, grid, onHold } = props;
  const { sets, lights, value } = dimension;
  const text = formatLength(value, display);
  const name = sayDimension(dimension);
  const [typing, setTyping] = useState(false);
  const number = useRef<SVGGElement>(null);
  const dragging = useFigureDrag(dimension, placed.along, view, grid, onHold);
  const tint = tintOf(dimension, isLit);
  const lit = (): void => {
    light([dimension.id, ...lights]);
  };
  const { from, along, right, length, shift, seat } = placed;
  // outside the paper the grip stands on the figure's own line, inside it at the corner that moves
  const grip: Point = [from[0] + along[0] * length + right[0] * shift, from[1] + along[1] * length + right[1] * shift];
  return (
    <g onPointerEnter={lit} onPointerLeave={() => light([])} data-dimension={dimension.id}>
      <FigureLine placed={placed} tint={tint} isLit={isLit} />
      {typing ? (
        <FigureField
          dimension={dimension}
          name={name}
          text={text}
          display={display}
          at={seat}
          onDone={() => {
            setTyping(false);
            // the keyboard goes on from the figure, unless it has gone elsewhere by itself
            requestAnimationFrame(() => {
              if (document.activeElement === document.body || document.activeElement?.tagName === "svg")
                number.current?.focus();
            });
          }}
        />
      ) : (
        <FigureNumber
          of={number}
          dimension={dimension}
          placed={placed}
          text={text}
          name={name}
          tint={tint}
          grid={grid}
          onType={() => {
            setTyping(true);
          }}
        />
      )}
      {sets && !typing ? (
        <g
          {...dragging}
          transform={`translate(${px(grip[0])} ${px(grip[1])})`}
          style={GRABBED}
          data-handle={dimension.id}
        >
          <circle r={length < 70 ? 12 : 18} fill="transparent" />
          <circle r={5} fill={colour.sheet} stroke={tint} strokeWidth={2} />
        </g>
      ) : null}
    </g>
  );
});

interface FigureLineProps {
  readonly placed: PlacedFigure;
  readonly tint: string;
  readonly isLit: boolean;
}

/** Drawn in the line's own frame, x along it: while it is dragged one transform and a few lengths change. */
const FigureLine = memo(function FigureLine({ placed, tint, isLit }: FigureLineProps) {
  const { from, along, right, length, shift, wide, seat, choice } = placed;
  const [x, y] = [from[0] + right[0] * shift, from[1] + right[1] * shift];
  const degrees = (Math.atan2(along[1], along[0]) * 180) / Math.PI;
  const gap = `H${px(length * (choice.t ?? 0.5) - wide / 2)}m${px(wide)} 0H${px(length)}`;
  const slash = (at: number): string => `M${px(at - SLASH)} ${px(SLASH)}L${px(at + SLASH)} ${px(-SLASH)}`;
  return (
    <g
      transform={`translate(${px(x)} ${px(y)}) rotate(${px(degrees)})`}
      stroke={tint}
      strokeWidth={isLit ? 2 : 1}
      pointerEvents="none"
    >
      {shift === 0 ? null : <path d={`M0 0V${px(-shift)}M${px(length)} 0V${px(-shift)}`} strokeOpacity={0.45} />}
      <path d={`M0 0${choice.seat === "on" ? gap : `H${px(length)}`}`} fill="none" />
      <path d={`${slash(0)}${slash(length)}`} strokeWidth={1.6} />
      {choice.seat === "aside" ? <path d={leaderTo(placed, seat)} strokeOpacity={0.6} /> : null}
    </g>
  );
});

/** From the middle of a line to the edge of a number that stands aside of it, in the line's own frame. */
function leaderTo({ from, along, right, length, wide, size }: PlacedFigure, seat: Point): string {
  const off: Point = [seat[0] - from[0] - along[0] * (length / 2), seat[1] - from[1] - along[1] * (length / 2)];
  const far = Math.hypot(...off);
  const [ux, uy] = [off[0] / far, off[1] / far];
  // as far as its box, which lies flat
  const reach = Math.min((wide / 2 - 4) / Math.max(1e-6, Math.abs(ux)), (size * 0.6) / Math.max(1e-6, Math.abs(uy)));
  const to: Point = [off[0] - ux * reach, off[1] - uy * reach];
  const by = to[0] * along[0] + to[1] * along[1];
  const out = to[0] * right[0] + to[1] * right[1];
  return `M${px(length / 2)} 0l${px(by)} ${px(out)}`;
}

interface FigureNumberProps {
  readonly of: RefObject<SVGGElement | null>;
  readonly dimension: Dimension;
  readonly placed: PlacedFigure;
  readonly text: string;
  readonly name: string;
  readonly tint: string;
  readonly grid: number;
  readonly onType: () => void;
}

/** The number; where it is free it is pressed, or changed by the arrow keys. */
const FigureNumber = memo(function FigureNumber(props: FigureNumberProps) {
  const { of, dimension, placed, text, name, tint, grid, onType } = props;
  const { sets, key, value, lights } = dimension;
  const { seat, angle, size, wide, choice } = placed;
  // a figure of the form itself that only follows can be asked where it comes from
  const follows = !sets && dimension.fitting === undefined;
  const onAsk = (): void => {
    askFigure(dimension.id);
  };
  const lit = (): void => {
    light([dimension.id, ...lights]);
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      onType();
    }
    const ways: Readonly<Record<string, number>> = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 };
    const step = ways[event.key];
    if (step === undefined) return;
    event.preventDefault();
    setDimension(dimension, value + step * grid);
  };
  return (
    <g
      ref={of}
      transform={`translate(${px(seat[0])} ${px(seat[1])}) rotate(${px(angle)})`}
      {...(sets && {
        role: "button",
        tabIndex: 0,
        "aria-label": `${name}: ${text}. Press Enter to type another.`,
        style: TYPED_IN,
        onClick: onType,
        onFocus: lit,
        onBlur: () => {
          light([]);
        },
        onKeyDown,
      })}
      {...(follows && {
        role: "button",
        tabIndex: 0,
        "aria-label": `${name}: ${text}. Press Enter for where it comes from.`,
        style: ASKED,
        onClick: onAsk,
        onFocus: lit,
        onBlur: () => {
          light([]);
        },
        onKeyDown: (event: KeyboardEvent) => {
          if (event.key !== "Enter" && event.key !== " ") return;
          event.preventDefault();
          onAsk();
        },
      })}
    >
      <rect x={-wide / 2} y={-size * 0.85} width={wide} height={size * 1.7} fill="transparent" />
      <text
        textAnchor="middle"
        dominantBaseline="central"
        fontSize={size}
        fontWeight={key ? 700 : 600}
        fill={tint}
        {...((choice.seat !== "on" || !dimension.outside) && HALO)}
        textDecoration={sets ? "underline dotted 1px" : undefined}
        style={UNDERLINED}
      >
        {text}
      </text>
    </g>
  );
});
