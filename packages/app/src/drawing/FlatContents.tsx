import { place, type Contained } from "@cut-fold/core";
import { colour } from "../theme/theme.ts";
import { useLit } from "./lit.ts";
import { toScreen, type View } from "./view.ts";

interface FlatContentsProps {
  readonly contents: Contained;
  readonly view: View;
}

/** What goes inside, where it comes to lie, with each thing of several. */
export function FlatContents({ contents, view }: FlatContentsProps) {
  const isLit = useLit((s) => s.ids.includes(`${contents.on.piece}/contents`));
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
        fill={colour.card}
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
