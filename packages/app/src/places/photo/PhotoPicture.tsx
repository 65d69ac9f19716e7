/** A picture with the corners of two things in it: each is dragged, or moved by arrows, under a lens. */
import type { Point } from "@cut-fold/core";
import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import { colour } from "../../theme/theme.ts";
import type { Four } from "../../workers/readPhoto.ts";

/** Which of the two. */
export type Which = "reference" | "thing";

interface PhotoPictureProps {
  /** the picture's own address, and its points */
  readonly address: string;
  readonly width: number;
  readonly height: number;
  readonly corners: Readonly<Record<Which, Four>>;
  readonly names: Readonly<Record<Which, string>>;
  /** while it is dragged, and when it has been let go */
  readonly onMove: (which: Which, corners: Four) => void;
  readonly onRest: (which: Which, corners: Four) => void;
}

const WHICH = ["reference", "thing"] as const;
const INKS: Readonly<Record<Which, string>> = { reference: colour.slate, thing: colour.rust };
const CORNER_NAMES = ["first", "second", "third", "fourth"] as const;
/** The lens: px across, and how large a picture is in it, in lenses. */
const LENS = { px: 168, times: 5 } as const;
/** Points that an arrow moves a corner, and with Shift. */
const STEP = { fine: 0.5, coarse: 8 } as const;

interface InHand {
  readonly which: Which;
  readonly corner: number;
}

export function PhotoPicture({ address, width, height, corners, names, onMove, onRest }: PhotoPictureProps) {
  const svg = useRef<SVGSVGElement>(null);
  const [hand, setHand] = useState<InHand>();
  const [isDragged, setDragged] = useState(false);
  const moved = ({ which, corner }: InHand, to: Point): Four =>
    corners[which].map((p, i) =>
      i === corner ? [Math.min(width, Math.max(0, to[0])), Math.min(height, Math.max(0, to[1]))] : p,
    );
  const placeOf = ({ clientX, clientY }: PointerEvent): Point => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || box.width === 0) return [0, 0];
    return [((clientX - box.left) / box.width) * width, ((clientY - box.top) / box.height) * height];
  };
  const drag = (one: InHand) => ({
    onPointerDown: (event: PointerEvent<SVGCircleElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      setHand(one);
      setDragged(true);
    },
    onPointerMove: (event: PointerEvent) => {
      if (isDragged) onMove(one.which, moved(one, placeOf(event)));
    },
    onPointerUp: () => {
      setDragged(false);
      onRest(one.which, corners[one.which]);
    },
    onKeyDown: (event: KeyboardEvent) => {
      const by = event.shiftKey ? STEP.coarse : STEP.fine;
      const way = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[event.key];
      const at = corners[one.which][one.corner];
      if (!way || !at) return;
      event.preventDefault();
      onMove(one.which, moved(one, [at[0] + (way[0] ?? 0), at[1] + (way[1] ?? 0)]));
    },
    onKeyUp: (event: KeyboardEvent) => {
      if (event.key.startsWith("Arrow")) onRest(one.which, corners[one.which]);
    },
    onFocus: () => setHand(one),
  });
  // a handle is as large in every picture
  const unit = Math.max(width, height) / 100;
  // of a small picture more, so that the lens always shows about a twelfth of it
  const zoom = (LENS.px * LENS.times * 2.4) / width;
  const at = hand && corners[hand.which][hand.corner];
  return (
    <div
      className="photo-picture"
      style={{
        aspectRatio: `${String(width)} / ${String(height)}`,
        // as large as the window leaves room for, either way
        width: `min(100%, calc((100vh - 170px) * ${String(width / height)}))`,
      }}
    >
      <img src={address} alt="The picture that is measured" draggable={false} />
      <svg
        ref={svg}
        viewBox={`0 0 ${String(width)} ${String(height)}`}
        role="group"
        aria-label="Corners in the picture"
      >
        {WHICH.map((which) => {
          const four = corners[which];
          if (four.length < 4) return null;
          return (
            <g key={which} stroke={INKS[which]}>
              <path
                d={`M${four.map((p) => p.join(" ")).join("L")}Z`}
                fill={INKS[which]}
                fillOpacity={0.1}
                strokeWidth={2}
                vectorEffect="non-scaling-stroke"
                pointerEvents="none"
              />
              {four.map(([x, y], i) => (
                <circle
                  key={i}
                  cx={x}
                  cy={y}
                  r={unit * 1.1}
                  fill="#ffffff"
                  fillOpacity={0.35}
                  strokeWidth={2.4}
                  vectorEffect="non-scaling-stroke"
                  tabIndex={0}
                  role="button"
                  aria-label={`${names[which]}, ${CORNER_NAMES[i] ?? ""} corner`}
                  {...drag({ which, corner: i })}
                />
              ))}
            </g>
          );
        })}
      </svg>
      {at ? (
        <div
          className={at[0] < width / 2 ? "photo-lens right" : "photo-lens"}
          aria-hidden
          style={{ width: LENS.px, height: LENS.px }}
        >
          <img
            src={address}
            alt=""
            style={{
              width: width * zoom,
              left: LENS.px / 2 - at[0] * zoom,
              top: LENS.px / 2 - at[1] * zoom,
            }}
          />
          <i />
        </div>
      ) : null}
    </div>
  );
}
