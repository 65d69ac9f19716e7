/**
 * The blank, flat and true to scale, with its live dimensions. Paper is drawn in mm under one transform with strokes of
 * constant width; figures stand outside it, in pixels, so that type is never scaled.
 */
import {
  boundsOf,
  direction,
  flatten,
  holds,
  openingsOf,
  type Join,
  pathData,
  type Piece,
  place,
  type Point,
  type Placement,
  type Solution,
} from "@cut-fold/core";
import { memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useDisplay } from "../store/settings.ts";
import { colour } from "../theme/theme.ts";
import { arrange, arrangeAt } from "./arrange.ts";
import { paperColours, pieceColours } from "./colours.ts";
import { DimensionFigure } from "./DimensionFigure.tsx";
import { strokeOf } from "./language.ts";
import { light, useLit } from "./lit.ts";
import { toScreen, type View } from "./view.ts";

/** Pixels kept free round the paper for the figures. */
const MARGIN = { x: 76, top: 62, bottom: 66 } as const;

const fitView = (wide: number, tall: number, { k, width, height }: ReturnType<typeof arrange>): View => ({
  k,
  x0: (wide - width * k) / 2,
  y0: MARGIN.top + (tall - MARGIN.top - MARGIN.bottom - height * k) / 2 + height * k,
});

interface FlatViewProps {
  readonly solution: Solution;
  readonly colours: { readonly face: string; readonly back: string };
  /** pixels for a mm when the drawing is to be as large as the paper; undefined fits it to the window */
  readonly trueSize?: number | undefined;
}

export function FlatView({ solution, colours, trueSize }: FlatViewProps) {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [frozen, setFrozen] = useState<View & { readonly first: number }>();
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return undefined;
    const measure = (): void => {
      setSize({ width: element.clientWidth, height: element.clientHeight });
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);
  useEffect(
    () => () => {
      light([]);
    },
    [],
  );
  const row = useMemo(
    () =>
      frozen || trueSize !== undefined
        ? arrangeAt(solution.pieces, frozen?.k ?? trueSize ?? 1, frozen?.first)
        : arrange(solution.pieces, size.width - 2 * MARGIN.x, size.height - MARGIN.top - MARGIN.bottom),
    [solution.pieces, size, trueSize, frozen],
  );
  const fitted = useMemo(() => {
    if (trueSize === undefined) return fitView(size.width, size.height, row);
    const wide = Math.max(size.width, row.width * trueSize + 2 * MARGIN.x);
    const tall = Math.max(size.height, row.height * trueSize + MARGIN.top + MARGIN.bottom);
    return { k: trueSize, x0: (wide - row.width * trueSize) / 2, y0: (tall + row.height * trueSize) / 2 };
  }, [size, row, trueSize]);
  // while a figure is dragged the scale holds still, or the paper would run away from the pointer
  const view = frozen ?? fitted;
  const now = useRef({ ...fitted, first: row.first });
  useLayoutEffect(() => {
    now.current = { ...fitted, first: row.first };
  });
  const onHold = useCallback((held: boolean): void => {
    setFrozen(held ? now.current : undefined);
  }, []);
  const large =
    trueSize !== undefined &&
    (view.x0 * 2 + row.width * view.k > size.width + 1 ||
      row.height * view.k + MARGIN.top + MARGIN.bottom > size.height + 1);
  const canvas = large
    ? {
        width: row.width * view.k + view.x0 * 2,
        height: Math.max(size.height, row.height * view.k + MARGIN.top + MARGIN.bottom),
      }
    : size;
  return (
    <div ref={box} style={{ position: "absolute", inset: 0, overflow: large ? "auto" : "hidden" }}>
      {size.width > 0 ? (
        <svg
          width={canvas.width}
          height={canvas.height}
          style={{ display: "block", touchAction: large ? "auto" : "none" }}
          role="group"
          aria-label="The blank, flat"
        >
          <defs>
            <pattern
              id="flat-glue"
              width="2.4"
              height="2.4"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(30)"
            >
              <line x1="0" y1="0" x2="0" y2="2.4" stroke={colour.rust} strokeWidth="0.6" />
            </pattern>
          </defs>
          {row.placed.map(({ piece, x, y }, i) => {
            const here: View = { k: view.k, x0: view.x0 + x * view.k, y0: view.y0 - y * view.k };
            return (
              <g key={piece.id}>
                <Paper piece={piece} view={here} face={pieceColours(piece, colours).face} />
                {i === 0 ? <LaidOn solution={solution} view={here} /> : null}
                {solution.contents
                  .filter((c) => c.on.piece === piece.id)
                  .map((c) => (
                    <Inside key={c.name} contents={c} view={here} />
                  ))}
                <PanelNames piece={piece} view={here} contents={solution.contents} dimensions={solution.dimensions} />
                <Figures piece={piece.id} solution={solution} view={here} onHold={onHold} />
              </g>
            );
          })}
        </svg>
      ) : null}
    </div>
  );
}

/**
 * The paper's shadow, as broad pale strokes under its lower edge: a blurred filter looks the same and costs a machine
 * that draws without a graphics card a third of each frame of a drag.
 */
const SHADOWS = [
  { width: 13, opacity: 0.035 },
  { width: 8, opacity: 0.05 },
  { width: 4, opacity: 0.08 },
] as const;
const SHADOW_DOWN_PX = 2.5;

const Paper = memo(function Paper({
  piece,
  view,
  face,
}: {
  readonly piece: Piece;
  readonly view: View;
  readonly face: string;
}) {
  const lit = useLit((s) => s.ids);
  const { outline, openings, panels, lines } = useMemo(
    () => ({
      outline: piece.outline.map(pathData).join(""),
      openings: openingsOf(piece.cuts).map(pathData).join(""),
      panels: piece.panels.map((panel) => pathData(panel.outline)),
      lines: piece.lines.map((stroke) => pathData(stroke.path)),
    }),
    [piece],
  );
  return (
    <g
      transform={`matrix(${String(view.k)} 0 0 ${String(-view.k)} ${String(view.x0)} ${String(view.y0)})`}
      strokeLinejoin="round"
      strokeLinecap="round"
    >
      {SHADOWS.map(({ width, opacity }) => (
        <path
          key={width}
          d={outline}
          transform={`translate(0 ${String(-SHADOW_DOWN_PX / view.k)})`}
          fill="none"
          stroke={colour.shade}
          strokeWidth={width}
          strokeOpacity={opacity}
          vectorEffect="non-scaling-stroke"
          pointerEvents="none"
        />
      ))}
      <path d={outline + openings} fill={face} fillRule="evenodd" />
      {piece.panels.map((panel, i) => (
        <path
          key={panel.id}
          d={panels[i]}
          fill={lit.includes(panel.id) ? colour.rustWash : "transparent"}
          fillOpacity={0.85}
          onPointerEnter={() => {
            light([panel.id]);
          }}
          onPointerLeave={() => {
            light([]);
          }}
        />
      ))}
      {piece.glue
        .filter((g) => g.face === "front")
        .map((g) => (
          <path
            key={g.id}
            d={`M${g.polygon.map((p) => p.join(" ")).join("L")}Z`}
            fill="url(#flat-glue)"
            fillOpacity={0.55}
            pointerEvents="none"
          />
        ))}
      <path
        d={outline}
        fill="none"
        vectorEffect="non-scaling-stroke"
        {...strokeOf("cut")}
        {...(lit.includes("outline") && { stroke: colour.rust, strokeWidth: 3 })}
        pointerEvents="none"
      />
      {piece.lines.map((stroke, i) => (
        <g
          key={stroke.id}
          onPointerEnter={() => {
            light([stroke.id]);
          }}
          onPointerLeave={() => {
            light([]);
          }}
        >
          <path d={lines[i]} fill="none" stroke="transparent" strokeWidth={14} vectorEffect="non-scaling-stroke" />
          <path
            d={lines[i]}
            fill="none"
            vectorEffect="non-scaling-stroke"
            {...strokeOf(stroke.role === "score" ? (stroke.fold ?? "valley") : stroke.role)}
            {...(lit.includes(stroke.id) && { stroke: colour.rust, strokeWidth: 3.4 })}
          />
        </g>
      ))}
    </g>
  );
});

/** Layers as they lie on the card: those inside as they show through, in outline. */
const LaidOn = memo(function LaidOn({ solution, view }: { readonly solution: Solution; readonly view: View }) {
  const lit = useLit((s) => s.ids);
  const own = solution.pieces[0]?.id;
  const poses = new Map<string, readonly Join[]>();
  for (const join of solution.joins) poses.set(join.piece, [join, ...(poses.get(join.onto.piece) ?? [])]);
  return (
    <g pointerEvents="none">
      {solution.pieces
        .filter((piece) => piece.stock !== undefined)
        .map((piece) => {
          const chain = poses.get(piece.id) ?? [];
          const ground = chain.at(-1);
          if (!ground || ground.onto.piece !== own) return null;
          const outline = [...piece.outline, ...openingsOf(piece.cuts)]
            .map((loop) =>
              flatten(loop).map((p) =>
                toScreen(
                  view,
                  chain.reduce<Point>((q, join) => place(q, join), p),
                ),
              ),
            )
            .map((points) => `M${points.map((p) => p.join(" ")).join("L")}Z`)
            .join("");
          const inside = ground.onto.face === "back";
          const isLit = lit.includes(piece.id);
          return (
            <path
              key={piece.id}
              d={outline}
              fillRule="evenodd"
              fill={inside ? "none" : paperColours(piece.stock?.preset).face}
              stroke={isLit ? colour.rust : colour.soft}
              strokeWidth={isLit ? 2.4 : 1.1}
              {...(inside && { strokeDasharray: "2 4" })}
            />
          );
        })}
    </g>
  );
});

function Inside({ contents, view }: { readonly contents: Placement; readonly view: View }) {
  const isLit = useLit((s) => s.ids.includes("contents"));
  const { width: w, height: h, rotation } = contents;
  const pose = { x: contents.x, y: contents.y, rotation, flip: false };
  const corners = (
    [
      [-w / 2, -h / 2],
      [w / 2, -h / 2],
      [w / 2, h / 2],
      [-w / 2, h / 2],
    ] as const
  ).map((p) => toScreen(view, place(p, pose)));
  const [cx, cy] = toScreen(view, [contents.x, contents.y]);
  return (
    <g pointerEvents="none">
      {contents.things?.map((thing) => (
        <rect
          key={thing.name}
          x={cx - (thing.width * view.k) / 2}
          y={cy - (thing.height * view.k) / 2}
          width={thing.width * view.k}
          height={thing.height * view.k}
          transform={`rotate(${String(-rotation)} ${String(cx)} ${String(cy)})`}
          fill={colour.slateWash}
          fillOpacity={0.35}
          stroke={colour.slate}
          strokeWidth={1.1}
        />
      ))}
      <path
        d={`M${corners.map((c) => c.join(" ")).join("L")}Z`}
        fill="#fffdf8"
        fillOpacity={isLit ? 0.75 : 0.5}
        stroke={colour.rust}
        strokeWidth={isLit ? 2.4 : 1.3}
      />
      <text
        x={cx}
        y={cy}
        transform={`rotate(${String(-rotation)} ${String(cx)} ${String(cy)})`}
        textAnchor="middle"
        dominantBaseline="middle"
        fontSize={15}
        fontWeight={600}
        fill={colour.rust}
      >
        {contents.name}
      </text>
    </g>
  );
}

/** mm a panel's name is moved out of the way of a cut */
const NAME_OFF_CUT_MM = 24;
/** how near (px) a figure may stand to a panel's name before the name gives way */
const CROWDED_PX = { x: 60, y: 34 } as const;

/** where a crowded name may step, px: aside, down, up */
const ASIDE_PX: readonly [Point, ...Point[]] = [
  [0, 0],
  [-74, 0],
  [74, 0],
  [0, 40],
  [0, -40],
];
/** half a letter's width, px */
const HALF_LETTER_PX = 3.6;
/** a panel lower than this (px) has no room for a name: pointing at it still tells it */
const LOWEST_NAMED_PX = 24;

/** The middle of a panel, weighed by its corners' triangles. */
function middleOf(points: readonly Point[]): Point {
  let [area, x, y] = [0, 0, 0];
  points.forEach((a, i) => {
    const b = points[(i + 1) % points.length] as Point;
    const part = a[0] * b[1] - b[0] * a[1];
    area += part;
    x += (a[0] + b[0]) * part;
    y += (a[1] + b[1]) * part;
  });
  return [x / (3 * area), y / (3 * area)];
}

interface PanelNamesProps {
  readonly piece: Piece;
  readonly view: View;
  readonly contents: Solution["contents"];
  readonly dimensions: Solution["dimensions"];
}

const PanelNames = memo(function PanelNames({ piece, view, contents, dimensions }: PanelNamesProps) {
  const figures = dimensions
    .filter((d) => d.piece === piece.id && d.offset === 0)
    .map((d) => toScreen(view, [(d.from[0] + d.to[0]) / 2, (d.from[1] + d.to[1]) / 2]));
  const covered = contents.map((c) => c.on.panel);
  return (
    <g fill={colour.ink} fillOpacity={0.78} fontSize={14} textAnchor="middle" pointerEvents="none">
      {piece.panels
        .filter((p) => !covered.includes(p.id))
        .map((panel) => {
          const points = flatten(panel.outline);
          const cut = piece.cuts.find((c) => c.panel === panel.id)?.path[0];
          const middle = middleOf(points);
          // a slit through the middle pushes the name out towards the tip
          const away = cut ? NAME_OFF_CUT_MM : 0;
          const hinge = piece.folds.find((f) => f.panels[1] === panel.id);
          const out = hinge
            ? direction([(hinge.from[0] + hinge.to[0]) / 2, (hinge.from[1] + hinge.to[1]) / 2], middle)
            : ([0, 0] as const);
          const start = toScreen(view, [middle[0] + out[0] * away, middle[1] + out[1] * away]);
          // a figure in the same place has the better right to it: the name steps aside as long as it stays on its panel
          const half = panel.name.length * HALF_LETTER_PX;
          const onPanel = ([dx, dy]: Point): boolean =>
            holds(points, [middle[0] + out[0] * away + dx / view.k, middle[1] + out[1] * away - dy / view.k]);
          const free = ([dx, dy]: Point): boolean =>
            onPanel([dx - half, dy]) &&
            onPanel([dx + half, dy]) &&
            !figures.some(
              (f) => Math.abs(f[0] - start[0] - dx) < CROWDED_PX.x && Math.abs(f[1] - start[1] - dy) < CROWDED_PX.y,
            );
          const step = ASIDE_PX.find(free) ?? ASIDE_PX[0];
          const [x, y] = [start[0] + step[0], start[1] + step[1]];
          const { left, right, bottom, top } = boundsOf(points);
          const wide = (right - left) * view.k;
          const low = (top - bottom) * view.k < LOWEST_NAMED_PX;
          return wide < 60 || low ? null : (
            <text key={panel.id} x={x} y={y}>
              {panel.name}
            </text>
          );
        })}
    </g>
  );
});

interface FiguresProps {
  readonly piece: string;
  readonly solution: Solution;
  readonly view: View;
  readonly onHold: (held: boolean) => void;
}

/** The figures of one piece. What they all share is asked for once. */
const Figures = memo(function Figures({ piece, solution, view, onHold }: FiguresProps) {
  const display = useDisplay();
  const lit = useLit((s) => s.ids);
  return solution.dimensions
    .filter((d) => d.piece === piece)
    .map((d) => (
      <DimensionFigure
        key={d.id}
        dimension={d}
        view={view}
        display={display}
        isLit={lit.length > 0 && lit.some((id) => id === d.id || (id !== "outline" && d.lights.includes(id)))}
        grid={solution.grid}
        onHold={onHold}
      />
    ));
});
