/** Pictures drawn true: y up, lines of one width at any size. */
import { type PathPicture, type PathShape, type StrokeRole } from "@cut-fold/core";
import { memo } from "react";
import { colour } from "../theme/theme.ts";
import { strokeOf } from "./language.ts";

export interface PathViewProps {
  readonly picture: PathPicture;
  /** what it shows, for those who do not see it; empty when the words beside it say it already */
  readonly label: string;
  readonly colours: { readonly face: string; readonly back: string };
  /** mm left free round the drawing */
  readonly margin?: number;
  /** line weight factor: small pictures want thinner lines */
  readonly weight?: number;
}

const ROLES: Readonly<Record<string, StrokeRole>> = {
  edge: "pen",
  fence: "cut",
  stop: "cut",
  groove: "guide",
  "guide-line": "guide",
  measure: "pen",
};

function styleOf(shape: PathShape, weight: number) {
  if (!shape.role) return { stroke: "none" };
  const role: StrokeRole =
    shape.role === "score" ? (shape.fold ?? "valley") : (ROLES[shape.role] ?? (shape.role as StrokeRole));
  const style = strokeOf(role);
  const width = (shape.role === "fence" || shape.role === "stop" ? 5 : style.strokeWidth) * weight;
  return shape.now
    ? { ...style, stroke: colour.rust, strokeWidth: Math.max(width, 3 * weight) }
    : { ...style, strokeWidth: width };
}

/** A picture whose lines stand as path data: as it was kept. */
export const PathView = memo(function PathView({ picture, label, colours, margin = 3, weight = 1 }: PathViewProps) {
  const { left, right, top, bottom } = picture.bounds;
  const fills: Readonly<Record<NonNullable<PathShape["fill"]>, string>> = {
    face: colours.face,
    back: colours.back,
    contents: colour.card,
    glue: "url(#glue-hatch)",
    ink: colour.ink,
  };
  const fillOf = ({ fill, paper }: PathShape): string => {
    if (fill === undefined) return "none";
    return paper !== undefined && (fill === "face" || fill === "back") ? paper[fill] : fills[fill];
  };
  return (
    <svg
      {...(label === "" ? { "aria-hidden": true } : { role: "img", "aria-label": label })}
      width="100%"
      height="100%"
      className="picture"
      preserveAspectRatio="xMidYMid meet"
      viewBox={`${String(left - margin)} ${String(-top - margin)} ${String(right - left + 2 * margin)} ${String(top - bottom + 2 * margin)}`}
    >
      <defs>
        <pattern id="glue-hatch" width="3" height="3" patternUnits="userSpaceOnUse" patternTransform="rotate(30)">
          <rect width="3" height="3" fill={colour.rustWash} />
          <line x1="0" y1="0" x2="0" y2="3" stroke={colour.rust} strokeWidth="1" />
        </pattern>
      </defs>
      <g transform="scale(1 -1)" strokeLinecap="round" strokeLinejoin="round">
        {picture.shapes.map((shape, i) => (
          <path
            key={i}
            d={shape.d}
            fillRule="evenodd"
            fill={fillOf(shape)}
            vectorEffect="non-scaling-stroke"
            {...styleOf(shape, weight)}
          />
        ))}
      </g>
      {picture.labels?.map(({ at: [x, y], text, tall }) => (
        <text
          key={`${String(x)} ${text}`}
          x={x}
          y={-y}
          textAnchor="middle"
          fontSize={tall}
          fontWeight={600}
          fill={colour.ink}
          // readable on dark paper too
          stroke={colour.sheet}
          strokeWidth={tall / 5}
          paintOrder="stroke"
        >
          {text}
        </text>
      ))}
    </svg>
  );
});
