/** One figure on the drawing: its line with small slashes, the number, and where it is free a handle and a field to type in. */
import {
  type Dimension,
  type Display,
  distance,
  formatLength,
  type Point,
  readLength,
  sayDimension,
  type Unit,
} from "@cut-fold/core";
import { memo, type PointerEvent, type ReactNode, useRef, useState } from "react";
import { beginGesture, endGesture } from "../store/openDraft.ts";
import { setDimension } from "../store/setDimension.ts";
import { colour } from "../theme/theme.ts";
import { toScreen, type View } from "./view.ts";
import { light } from "./lit.ts";

/** px from the paper to a figure's line */
const OFFSET = 30;
const SLASH = 6;
const KEY_FIGURES = ["blank", "first-score", "blank-width"];

/** Kept as one object each, so that React need not compare them key by key on every frame of a drag. */
const GRABBED = { cursor: "move", touchAction: "none" } as const;
const UNDERLINED = { textUnderlineOffset: "0.22em" } as const;
/** A figure beside a short line may stand on another's: the ground shows round it. */
const HALO = { stroke: colour.sheet, strokeWidth: 5, strokeLinejoin: "round", paintOrder: "stroke" } as const;
const TYPED_IN = { cursor: "text" } as const;

/** A place on the screen as the drawing writes it: hundredths of a pixel, so that what stands still stays the same text. */
const px = (value: number): string => String(Math.round(value * 100) / 100);

interface DimensionFigureProps {
  readonly dimension: Dimension;
  readonly view: View;
  readonly display: Display;
  readonly isLit: boolean;
  /** mm a press of an arrow key changes it by */
  readonly grid: number;
  readonly onHold: (held: boolean) => void;
}

export const DimensionFigure = memo(function DimensionFigure(props: DimensionFigureProps) {
  const { dimension, view, display, isLit, grid, onHold } = props;
  const { from, to, offset, sets, gain = 1, lights, value, after } = dimension;
  const text = formatLength(value, display);
  const name = sayDimension(dimension);
  const [typed, setTyped] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const drag = useRef<{ readonly start: Point; readonly value: number } | undefined>(undefined);
  const held = useRef<number | undefined>(undefined);

  const a = toScreen(view, from);
  const b = toScreen(view, to);
  const length = Math.max(1, distance(a, b));
  const along: Point = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  // to the right of from→to in the drawing is to the right on the screen as well: only y is mirrored
  const right: Point = [-along[1], along[0]];
  const shift = offset === 0 ? 0 : offset > 0 ? OFFSET : -OFFSET * 0.62;
  const at = (t: number, off = shift): Point => [
    a[0] + along[0] * length * t + right[0] * off,
    a[1] + along[1] * length * t + right[1] * off,
  ];
  const [p, m] = [at(0), at(0.5)];
  const short = length < 70;
  let angle = (Math.atan2(along[1], along[0]) * 180) / Math.PI;
  // figures are read from below or from the right
  if (angle > 89.99) angle -= 180;
  if (angle < -90.01) angle += 180;
  const key = KEY_FIGURES.includes(dimension.id);
  const size = key ? 21 : 16;
  const wide = text.length * size * 0.5 + 14;
  const tint = isLit ? colour.rust : dimension.id === "first-score" ? colour.rust : sets ? colour.slate : colour.ink;
  // short lines carry their figure before their start, which stands off the paper
  // half the figure's own extent along the line, which lies flat however the line runs
  const stand = Math.abs(along[0]) * (wide / 2) + Math.abs(along[1]) * (size / 2) + (after ? 14 : 4);
  const seat: Point = !short
    ? m
    : after
      ? [b[0] + along[0] * stand, b[1] + along[1] * stand]
      : [a[0] - along[0] * (wide / 2 + 4), a[1] - along[1] * (wide / 2 + 4)];

  const commit = (): void => {
    if (typed === undefined) return;
    const read = readLength(typed, (display.unit === "in-decimal" ? "in" : display.unit) satisfies Unit);
    const problem = read.ok ? setDimension(dimension, read.mm) : "Write it like 4 1/4, 4.25in, 10.8 cm or 108.";
    if (problem) setTrouble(problem);
    else {
      setTyped(undefined);
      setTrouble(undefined);
    }
  };

  const onPointerDown = (event: PointerEvent<SVGElement>): void => {
    if (!sets) return;
    event.preventDefault();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { start: [event.clientX, event.clientY], value };
    beginGesture();
    onHold(true);
  };
  const onPointerMove = (event: PointerEvent<SVGElement>): void => {
    const from0 = drag.current;
    if (!from0) return;
    const moved = (event.clientX - from0.start[0]) * along[0] + (event.clientY - from0.start[1]) * along[1];
    const wanted = from0.value + (moved / view.k) * gain;
    // one solve a frame, however many events the pointer sends
    if (held.current !== undefined) cancelAnimationFrame(held.current);
    held.current = requestAnimationFrame(() => {
      held.current = undefined;
      setDimension(dimension, Math.round(wanted / grid) * grid);
    });
  };
  const onPointerUp = (): void => {
    if (!drag.current) return;
    drag.current = undefined;
    endGesture();
    onHold(false);
  };
  const dragging = { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp };

  // drawn in the line's own frame, x along it from p: while it is dragged one transform and a few lengths change
  const degrees = (Math.atan2(along[1], along[0]) * 180) / Math.PI;
  const split = short || offset < 0 ? `H${px(length)}` : `H${px((length - wide) / 2)}m${px(wide)} 0H${px(length)}`;
  const slash = (x: number): string => `M${px(x - SLASH)} ${px(SLASH)}L${px(x + SLASH)} ${px(-SLASH)}`;
  const line: ReactNode = (
    <g
      transform={`translate(${px(p[0])} ${px(p[1])}) rotate(${px(degrees)})`}
      stroke={tint}
      strokeWidth={isLit ? 2 : 1}
      pointerEvents="none"
    >
      {offset === 0 ? null : <path d={`M0 0V${px(-shift)}M${px(length)} 0V${px(-shift)}`} strokeOpacity={0.45} />}
      <path d={`M0 0${split}`} fill="none" />
      <path d={`${slash(0)}${slash(length)}`} strokeWidth={1.6} />
    </g>
  );
  // outside the paper the grip stands on the figure's own line, inside it at the corner that moves
  const grip = offset > 0 ? at(1) : b;
  const place: Point = offset < 0 ? [m[0] - right[0] * 13, m[1] - right[1] * 13] : seat;
  const turned = short ? 0 : angle;
  return (
    <g
      onPointerEnter={() => {
        light([dimension.id, ...lights]);
      }}
      onPointerLeave={() => {
        light([]);
      }}
      data-dimension={dimension.id}
    >
      {line}
      {typed === undefined ? (
        <g
          transform={`translate(${px(place[0])} ${px(place[1])}) rotate(${px(turned)})`}
          {...(sets && {
            role: "button",
            tabIndex: 0,
            "aria-label": `${name}: ${text}. Press Enter to type another.`,
            style: TYPED_IN,
            onClick: () => {
              setTyped(text.replace("~", "").replace("⁄", "/"));
            },
            onFocus: () => {
              light([dimension.id, ...lights]);
            },
            onBlur: () => {
              light([]);
            },
            onKeyDown: (event) => {
              if (event.key === "Enter" || event.key === " ") {
                event.preventDefault();
                setTyped(text.replace("~", "").replace("⁄", "/"));
              }
              const step =
                event.key === "ArrowUp" || event.key === "ArrowRight"
                  ? grid
                  : event.key === "ArrowDown" || event.key === "ArrowLeft"
                    ? -grid
                    : 0;
              if (step !== 0) {
                event.preventDefault();
                setDimension(dimension, value + step);
              }
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
            {...(short && HALO)}
            textDecoration={sets ? "underline dotted 1px" : undefined}
            style={UNDERLINED}
          >
            {text}
          </text>
        </g>
      ) : (
        <foreignObject
          x={Math.max(4, place[0] - 80)}
          y={Math.max(4, place[1] - 24)}
          width={230}
          height={100}
          style={{ overflow: "visible" }}
        >
          <form
            style={{
              background: colour.sheet,
              border: `2px solid ${trouble ? colour.rust : colour.slate}`,
              borderRadius: 6,
              padding: "4px 8px",
              width: 160,
              boxShadow: "0 4px 14px rgba(60,45,15,.2)",
            }}
            onSubmit={(event) => {
              event.preventDefault();
              commit();
            }}
          >
            <label style={{ display: "block", fontSize: 13, color: colour.soft }}>
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
                  if (event.key === "Escape") {
                    setTyped(undefined);
                    setTrouble(undefined);
                  }
                }}
                style={{
                  fontSize: 18,
                  fontWeight: 600,
                  fontFamily: "inherit",
                  width: "100%",
                  border: 0,
                  outline: 0,
                  background: "transparent",
                  color: colour.ink,
                }}
              />
            </label>
            {trouble ? (
              <div role="alert" style={{ fontSize: 13, color: colour.rust }}>
                {trouble}
              </div>
            ) : null}
          </form>
        </foreignObject>
      )}
      {sets && typed === undefined ? (
        <g
          {...dragging}
          transform={`translate(${px(grip[0])} ${px(grip[1])})`}
          style={GRABBED}
          data-handle={dimension.id}
        >
          <circle r={short ? 12 : 18} fill="transparent" />
          <circle r={5} fill={colour.sheet} stroke={tint} strokeWidth={2} />
        </g>
      ) : null}
    </g>
  );
});
