/** What lies on the machine: the mat, the sheet in its corner, every line as it is to be, and over it what was really cut. */
import { useMemo } from "react";
import { Fitted } from "../../drawing/Fitted.tsx";
import { strokeOf } from "../../drawing/language.ts";
import type { CutSoFar } from "../../store/cutter.ts";
import type { SentSheet } from "../../store/atMachine.ts";
import { colour } from "../../theme/theme.ts";

interface BedPictureProps {
  readonly sent: SentSheet;
  readonly cut: CutSoFar | undefined;
  /** the operation that is made, or comes next */
  readonly at: number;
  /** the face that is up */
  readonly face: "front" | "back";
  readonly label: string;
}

/** mm of the mat round what can be reached, and of its grid. */
const BORDER = 8;
const GRID = 25.4;

const gridOf = ({ width, height }: SentSheet["mat"]): string => {
  const marks = (long: number): string[] =>
    Array.from({ length: Math.floor(long / GRID) }, (_, i) => String((i + 1) * GRID));
  return [
    ...marks(width).map((x) => `M${x} 0V${String(height)}`),
    ...marks(height).map((y) => `M0 ${y}H${String(width)}`),
  ].join("");
};

type Places = SentSheet["design"][number];

const pathOf = ({ points, closed }: Places): string => {
  let d = "";
  for (let i = 0; i + 1 < points.length; i += 2)
    d += `${i === 0 ? "M" : "L"}${String(points[i])} ${String(points[i + 1])}`;
  return closed ? `${d}Z` : d;
};
const cutPath = (paths: CutSoFar["paths"]): string =>
  paths.map(({ points }) => `M${points.map(([x, y]) => `${x.toFixed(3)} ${y.toFixed(3)}`).join("L")}`).join("");

/** A score folds one way or the other, which nobody sees on the mat. */
const drawnAs = (role: Places["role"]) => (role === "score" ? "valley" : role);

export function BedPicture({ sent, cut, at, face, label }: BedPictureProps) {
  const { mat, sheet, design, operations } = sent;
  const lines = useMemo(() => {
    const roles = [...new Set(design.map(({ role }) => role))];
    const drawn = (role: string, face: string): string =>
      design
        .filter((line) => line.role === role && line.face === face)
        .map(pathOf)
        .join("");
    return roles.map((role) => ({ role, front: drawn(role, "front"), back: drawn(role, "back") }));
  }, [design]);
  const isBack = face === "back";
  // what was made with the sheet turned over lies mirrored now, and the other way round
  const over = `translate(${String(sheet.width)} 0) scale(-1 1)`;
  const now = operations[at];
  // where the sheet of foil is laid, while it is
  const foil = sent.stops.find(({ before, kind }) => kind === "foil" && before === at);
  const isDone = (role: string, of: "front" | "back"): boolean =>
    operations.some((o, i) => i < at && o.role === role && o.face === of);
  return (
    <Fitted label={label} box={[-BORDER, -mat.height - BORDER, mat.width + 2 * BORDER, mat.height + 2 * BORDER]}>
      <g transform="scale(1 -1)" strokeLinecap="round" strokeLinejoin="round" fill="none">
        <rect
          x={-BORDER / 2}
          y={-BORDER / 2}
          width={mat.width + BORDER}
          height={mat.height + BORDER}
          rx={4}
          fill={colour.bed}
          stroke={colour.soft}
          vectorEffect="non-scaling-stroke"
        />
        <path d={gridOf(mat)} stroke={colour.hair} vectorEffect="non-scaling-stroke" />
        <path d="M0 14V0H14" stroke={colour.rust} strokeWidth={3} vectorEffect="non-scaling-stroke" />
        <rect
          width={sheet.width}
          height={sheet.height}
          fill={isBack ? sent.paper.back : sent.paper.face}
          stroke={colour.soft}
          vectorEffect="non-scaling-stroke"
        />
        {foil ? (
          <rect
            x={Number(foil.facts["x"])}
            y={Number(foil.facts["y"])}
            width={Number(foil.facts["width"])}
            height={Number(foil.facts["height"])}
            fill={colour.foil}
            fillOpacity={0.25}
            stroke={colour.foil}
            strokeWidth={1.5}
            vectorEffect="non-scaling-stroke"
          />
        ) : null}
        {lines.map(({ role, front, back }) => {
          const style = strokeOf(drawnAs(role));
          const drawn = (d: string, of: "front" | "back") =>
            d === "" ? null : (
              <path
                key={of}
                d={d}
                {...style}
                // all of the design is said as it is seen from the drawn faces
                {...(isBack && { transform: over })}
                stroke={
                  now?.role === role && now.face === of ? colour.ink : isDone(role, of) ? colour.soft : colour.guide
                }
                strokeOpacity={of === face ? 1 : 0.35}
                strokeWidth={now?.role === role && now.face === of ? style.strokeWidth : 1.2}
                vectorEffect="non-scaling-stroke"
              />
            );
          return [drawn(front, "front"), drawn(back, "back")];
        })}
        {cut
          ? (["front", "back"] as const).map((of) => {
              const own = cut.paths.filter(({ operation }) => operations[operation]?.face === of);
              return own.length === 0 ? null : (
                <path
                  key={of}
                  d={cutPath(own)}
                  // what was cut lies as its own face was up
                  {...(of !== face && { transform: over })}
                  stroke={colour.rust}
                  strokeWidth={1.6}
                  // what lies beneath the paper is there, and not in the way
                  strokeOpacity={of === face ? 1 : 0.3}
                  vectorEffect="non-scaling-stroke"
                />
              );
            })
          : null}
      </g>
    </Fitted>
  );
}
