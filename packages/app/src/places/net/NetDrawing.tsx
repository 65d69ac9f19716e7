/** A net as it was read: paper filled, its panels numbered, each line as what it is taken for, and where something is amiss. */
import type { GroupRole } from "@cut-fold/core/nets";
import { useLayoutEffect, useRef, useState } from "react";
import { strokeOf } from "../../drawing/language.ts";
import { colour } from "../../theme/theme.ts";
import type { NetRead } from "../../workers/readOutline.ts";

interface NetDrawingProps {
  readonly found: Extract<NetRead, { ok: true }>;
  readonly roles: Readonly<Record<string, GroupRole>>;
}

const drawnAs = (role: GroupRole) => (role === "drawn" ? "pen" : role === "out" ? "guide" : role);

export function NetDrawing({ found, roles }: NetDrawingProps) {
  const ref = useRef<SVGGElement>(null);
  const [box, setBox] = useState({ x: 0, y: -100, width: 100, height: 100 });
  useLayoutEffect(() => {
    const own = ref.current?.getBBox();
    if (own && own.width > 0) setBox({ x: own.x, y: -own.y - own.height, width: own.width, height: own.height });
  }, [found]);
  const pad = Math.max(box.width, box.height) * 0.04;
  const told = found.told.filter(({ at, code }) => at && code !== "waste");
  return (
    <svg
      className="picture"
      role="img"
      aria-label={`The net: ${String(found.pieces.reduce((sum, { panels }) => sum + panels.length, 0))} panels`}
      width="100%"
      height="100%"
      preserveAspectRatio="xMidYMid meet"
      viewBox={`${String(box.x - pad)} ${String(box.y - pad)} ${String(box.width + 2 * pad)} ${String(box.height + 2 * pad)}`}
    >
      <g ref={ref} transform="scale(1 -1)" strokeLinecap="round" strokeLinejoin="round">
        {found.pieces.flatMap(({ panels }) =>
          panels.map(({ id, d }) => <path key={id} d={d} fill={colour.kraftPale} stroke="none" />),
        )}
        {found.groups.map(({ id, guess, d }) => (
          <path
            key={id}
            d={d}
            fill="none"
            {...strokeOf(drawnAs(roles[id] ?? guess))}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {told.map(({ at }, i) =>
          at ? (
            <circle
              key={i}
              cx={at[0]}
              cy={at[1]}
              r={pad / 3}
              fill="none"
              stroke={colour.rust}
              strokeWidth={2}
              vectorEffect="non-scaling-stroke"
            />
          ) : null,
        )}
      </g>
    </svg>
  );
}
