/** A test piece as it lies on the table, with what is measured of it: what the hand is at stands out. */
import type { ReactNode } from "react";
import { Fitted } from "../../drawing/Fitted.tsx";
import { colour } from "../../theme/theme.ts";
import type { TestPiece } from "./pieces.ts";

interface PieceDrawingProps {
  readonly piece: TestPiece["id"];
  /** what the hand is at, by its key */
  readonly at: string | undefined;
}

interface MeasureProps {
  readonly name: string;
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly label: string;
  readonly at: string | undefined;
  /** where along it that stands: in its middle unless said */
  readonly along?: number;
}

/** A line with its ends, and what it is called beside its middle. */
function Measure({ name, from, to, label, at, along = 0.5 }: MeasureProps) {
  const isNow = at === name;
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.hypot(dx, dy);
  const [nx, ny] = [-dy / long, dx / long];
  const tick = (x: number, y: number): string =>
    `M${String(x - nx * 4)} ${String(y - ny * 4)}L${String(x + nx * 4)} ${String(y + ny * 4)}`;
  const angle = (Math.atan2(dy, dx) * 180) / Math.PI;
  const flat = angle > 90 || angle <= -90 ? angle + 180 : angle;
  const [mx, my] = [from[0] + dx * along, from[1] + dy * along];
  return (
    <g stroke={isNow ? colour.rust : colour.slate} strokeWidth={isNow ? 1.6 : 0.7}>
      <path d={`M${from.join(" ")}L${to.join(" ")}${tick(...from)}${tick(...to)}`} fill="none" />
      <text
        transform={`translate(${String(mx)} ${String(my)}) rotate(${String(flat)})`}
        y={-3}
        textAnchor="middle"
        fontSize={9}
        fontWeight={isNow ? 700 : 400}
        fill={isNow ? colour.rust : colour.slate}
        stroke="none"
      >
        {label}
      </text>
    </g>
  );
}

const score = { stroke: colour.ink, strokeWidth: 0.9, strokeDasharray: "6 3", fill: "none" } as const;

/** S 200, first notch at 90, 11 deep: as it is drawn, each score from its notch to the next. */
function Square({ at }: { readonly at: string | undefined }) {
  const [s, p, n] = [200, 90, 11];
  const y1 = n + s - n - p;
  const x2 = s - n - (s - n - y1);
  const notches = [
    [p, n],
    [s - n, y1],
    [x2, s - n],
    [n, s - n - (x2 - n)],
  ] as const;
  const [a, b, c, d] = notches;
  const down = ([x, y]: readonly [number, number]): readonly [number, number] => [x, s - y];
  const line = (from: readonly [number, number], to: readonly [number, number]): string =>
    `M${down(from).join(" ")}L${down(to).join(" ")}`;
  const outline = `M0 0H${String(x2 - n)}L${String(x2)} ${String(n)}L${String(x2 + n)} 0H${String(s)}V${String(s - y1 - n)}L${String(s - n)} ${String(s - y1)}L${String(s)} ${String(s - y1 + n)}V${String(s)}H${String(p + n)}L${String(p)} ${String(s - n)}L${String(p - n)} ${String(s)}H0V${String(s - d[1] + n)}L${String(n)} ${String(s - d[1])}L0 ${String(s - d[1] - n)}Z`;
  const mid = (u: readonly [number, number], v: readonly [number, number], t: number): readonly [number, number] => [
    u[0] + (v[0] - u[0]) * t,
    u[1] + (v[1] - u[1]) * t,
  ];
  // square across: from a place on one score to the foot of it on the other
  const foot = (from: readonly [number, number], on: readonly [number, number], rises: boolean) => {
    const [ux, uy] = rises ? [Math.SQRT1_2, Math.SQRT1_2] : [Math.SQRT1_2, -Math.SQRT1_2];
    const along = (from[0] - on[0]) * ux + (from[1] - on[1]) * uy;
    return [on[0] + ux * along, on[1] + uy * along] as const;
  };
  const [m13, m24] = [mid(a, b, 0.5), mid(b, c, 0.5)];
  return (
    <Fitted label="A punched square with its four scores" box={[-26, -14, 246, 246]}>
      <path d={outline} fill={colour.kraft} stroke={colour.ink} strokeWidth={1.2} />
      <path d={line(a, b) + line(b, c) + line(c, d) + line(d, a)} {...score} />
      {notches.map((notch, i) => {
        const [x, y] = down(mid(notch, [s / 2, s / 2], 0.16));
        return (
          <text key={i} x={x} y={y + 4} textAnchor="middle" fontSize={12} fontWeight={700} fill={colour.ink}>
            {i + 1}
          </text>
        );
      })}
      <Measure name="side" from={[-14, s]} to={[-14, 0]} label="side" at={at} />
      <Measure name="set" from={[0, s + 14]} to={[p, s + 14]} label="mark" at={at} />
      <Measure name="d13" from={down(m13)} to={down(foot(m13, c, true))} label="1 to 3" at={at} along={0.25} />
      <Measure name="d24" from={down(foot(m24, d, false))} to={down(m24)} label="2 to 4" at={at} along={0.75} />
    </Fitted>
  );
}

function Strip({ at }: { readonly at: string | undefined }) {
  const [long, wide, set] = [250, 60, 50];
  return (
    <Fitted label="A strip scored from both of its ends" box={[-10, -40, 270, 150]}>
      <rect width={long} height={wide} fill={colour.kraft} stroke={colour.ink} strokeWidth={1.2} />
      <path d={`M${String(set)} 0V${String(wide)}M${String(long - set)} 0V${String(wide)}`} {...score} />
      <Measure name="long" from={[0, -16]} to={[long, -16]} label="length" at={at} />
      <Measure name="between" from={[set, wide / 2]} to={[long - set, wide / 2]} label="from score to score" at={at} />
      <Measure name="set" from={[0, wide + 16]} to={[set, wide + 16]} label="mark" at={at} />
      <Measure name="set" from={[long - set, wide + 16]} to={[long, wide + 16]} label="mark" at={at} />
    </Fitted>
  );
}

/** A frame on its sheet; on paper with its distance from the edges too. */
function Frame({ at, isPage }: { readonly at: string | undefined; readonly isPage: boolean }) {
  const [w, h] = isPage ? [210, 297] : [300, 300];
  const [x, y, a, b] = isPage ? [15, 28.5, 180, 240] : [25, 25, 250, 250];
  const names = isPage
    ? (["A", "B", "C", "D"] as const).map((one, i) => ({
        one,
        x: x + (i === 1 || i === 2 ? a - 8 : 8),
        y: y + (i === 0 || i === 2 ? b - 5 : 13),
      }))
    : [];
  if (isPage && at?.startsWith("lying")) return <Lying at={at} />;
  return (
    <Fitted label={isPage ? "The printed test page" : "The frame on its mat"} box={[-8, -8, w + 16, h + 16]}>
      <rect width={w} height={h} fill={isPage ? "#ffffff" : colour.kraft} stroke={colour.edge} strokeWidth={0.8} />
      <rect x={x} y={y} width={a} height={b} fill="none" stroke={colour.ink} strokeWidth={1.2} />
      <Measure
        name="rising"
        from={[x, y + b]}
        to={[x + a, y]}
        label={isPage ? "A to B" : "lower left to upper right"}
        at={at}
        along={0.25}
      />
      <Measure
        name="falling"
        from={[x + a, y + b]}
        to={[x, y]}
        label={isPage ? "C to D" : "lower right to upper left"}
        at={at}
        along={0.25}
      />
      <Measure name="trueAcross" from={[x, y + 12]} to={[x + a, y + 12]} label="across" at={at} />
      <Measure name="trueUp" from={[x + a - 12, y + b]} to={[x + a - 12, y]} label={isPage ? "up" : "along"} at={at} />
      {isPage ? <Measure name="left" from={[0, h / 2 + 30]} to={[x, h / 2 + 30]} label="left" at={at} /> : null}
      {isPage ? <Measure name="top" from={[w / 2 + 30, y]} to={[w / 2 + 30, 0]} label="upper" at={at} /> : null}
      {isPage ? <Edges {...{ w, h, x, y, at }} /> : null}
      {names.map((one) => (
        <text key={one.one} x={one.x} y={one.y} textAnchor="middle" fontSize={11} fontWeight={700} fill={colour.ink}>
          {one.one}
        </text>
      ))}
    </Fitted>
  );
}

interface EdgesProps {
  readonly w: number;
  readonly h: number;
  readonly x: number;
  readonly y: number;
  readonly at: string | undefined;
}
/** mm of each edge that is drawn white: wide enough to be seen */
const WHITE = 6;

/** Lines that run to the paper's edges, and where ink ends on them. */
function Edges({ w, h, x, y, at }: EdgesProps) {
  const ends = [
    { name: "edge-left", from: [x, h / 2], to: [WHITE, h / 2], edge: [0, h / 2] },
    { name: "edge-right", from: [w - x, h / 2], to: [w - WHITE, h / 2], edge: [w, h / 2] },
    { name: "edge-top", from: [w / 2, y], to: [w / 2, WHITE], edge: [w / 2, 0] },
    { name: "edge-bottom", from: [w / 2, h - y], to: [w / 2, h - WHITE], edge: [w / 2, h] },
  ] as const;
  return ends.map(({ name, from, to, edge }) => (
    <g key={name}>
      <path d={`M${from.join(" ")}L${to.join(" ")}`} stroke={colour.rust} strokeWidth={0.6} fill="none" />
      {at === name ? <Measure name={name} from={edge} to={to} label="" at={at} /> : null}
    </g>
  ));
}

/** The test page that lies. */
function Lying({ at }: { readonly at: string }) {
  const [w, h, x, y, a, b] = [297, 210, 28.5, 15, 240, 180];
  return (
    <Fitted label="The test page that lies" box={[-8, -8, w + 16, h + 16]}>
      <rect width={w} height={h} fill="#ffffff" stroke={colour.edge} strokeWidth={0.8} />
      <rect x={x} y={y} width={a} height={b} fill="none" stroke={colour.ink} strokeWidth={1.2} />
      <text x={x + 12} y={y + 22} fontSize={12} fontWeight={700} fill={colour.ink}>
        A page that lies
      </text>
      <Measure name="lying-left" from={[0, h / 2]} to={[x, h / 2]} label="left" at={at} />
      <Measure name="lying-top" from={[w / 2, y]} to={[w / 2, 0]} label="upper" at={at} />
    </Fitted>
  );
}

export function PieceDrawing({ piece, at }: PieceDrawingProps): ReactNode {
  if (piece === "square") return <Square at={at} />;
  if (piece === "strip") return <Strip at={at} />;
  return <Frame at={at} isPage={piece === "page"} />;
}
