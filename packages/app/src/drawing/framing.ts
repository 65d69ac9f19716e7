/** How a folded thing is framed: how large it is seen, about which place, from where; and which motion takes hold of which paper. */
import {
  type Assembled,
  assembledAt,
  formById,
  lastOrder,
  mainPiece,
  move,
  type Point3,
  type Drawing,
  uprightPose,
} from "@cut-fold/core";
import { offPlace } from "./onItsWay.ts";

/** Where one looks from: the side that closes, the one across from it, above the mouth, into an open card. */
export type LookFrom = "closing" | "address" | "open" | "inside";

/** The least and the greatest of each coordinate, mm. */
interface SeenBox {
  readonly low: Point3;
  readonly high: Point3;
}

const NOWHERE: SeenBox = { low: [Infinity, Infinity, Infinity], high: [-Infinity, -Infinity, -Infinity] };

const joined = (a: SeenBox, b: SeenBox): SeenBox => ({
  low: a.low.map((v, i) => Math.min(v, b.low[i] as number)) as unknown as Point3,
  high: a.high.map((v, i) => Math.max(v, b.high[i] as number)) as unknown as Point3,
});

/** Every corner of the paper of a moment, in space. */
const cornersOf = ({ sheets }: Pick<Assembled, "sheets">): Point3[] =>
  sheets.flatMap(({ points, pose }) => points.map(([x, y]): Point3 => move(pose, [x, y, 0])));

/** The box round all paper of a moment. */
export const boxOfPaper = (now: Pick<Assembled, "sheets">): SeenBox =>
  cornersOf(now).reduce((box, p) => joined(box, { low: p, high: p }), NOWHERE);

/** Every corner of the paper of a moment and of what goes in, wherever that is on its way. */
export const cornersSeen = (now: Assembled): Point3[] => [
  ...cornersOf(now),
  ...now.contents.flatMap((inside) => {
    const [x, y, z] = offPlace(inside);
    const { width, height, thickness } = inside.lying;
    return [-1, 1].flatMap((i) =>
      [-1, 1].flatMap((j) =>
        [0, thickness].map((up) => move(inside.pose, [x + (i * width) / 2, y + (j * height) / 2, z + up])),
      ),
    );
  }),
];

/** How a thing is looked at. */
interface Looking {
  /** the place of the paper that stands in the middle of the table, mm */
  readonly centre: readonly [number, number];
  /** degrees that all of it is turned on the table */
  readonly turned: number;
  /** where the eye is from what it looks at, in any measure: its direction counts */
  readonly eye: Point3;
  /** degrees the eye sees from top to bottom, and how much wider than high its picture is */
  readonly fov: number;
  readonly aspect: number;
}

/** Room round what is seen, as a part of it. */
const ROUND = 1.1;

/**
 * From where all of something is seen, as large as the picture allows: the place that is looked at, and how many times as
 * far as `eye` one stands from it. Each corner has to be within the cone on both axes.
 */
export function framed(
  seen: readonly Point3[],
  look: Looking,
): { readonly at: [number, number, number]; readonly far: number } {
  const { centre, turned, eye, fov, aspect } = look;
  const [c, s] = [Math.cos((turned * Math.PI) / 180), Math.sin((turned * Math.PI) / 180)];
  const corners = seen.map(([x, y, z]): Point3 => {
    const [u, v] = [x - centre[0], y - centre[1]];
    return [u * c - v * s, u * s + v * c, z];
  });
  const long = Math.hypot(...eye);
  const back: Point3 = [eye[0] / long, eye[1] / long, eye[2] / long];
  // as the camera has it: up is the way of y as far as it stands across the view
  const right = unit(crossed([0, 1, 0], back));
  const up = crossed(back, right);
  const tall = Math.tan((fov * Math.PI) / 360);
  const along = (axis: Point3): number[] => corners.map((p) => dot(p, axis));
  const middle = (values: readonly number[]): number =>
    (values.reduce((a, b) => Math.min(a, b), Infinity) + values.reduce((a, b) => Math.max(a, b), -Infinity)) / 2;
  const [mx, my, mz] = [middle(along(right)), middle(along(up)), middle(along(back))];
  const at = [0, 1, 2].map((i) => mx * (right[i] ?? 0) + my * (up[i] ?? 0) + mz * (back[i] ?? 0));
  const far = corners.reduce((most, p) => {
    const [x, y, z] = [dot(p, right) - mx, dot(p, up) - my, dot(p, back) - mz];
    return Math.max(most, z + Math.max(Math.abs(x) / (tall * aspect), Math.abs(y) / tall) * ROUND);
  }, 0);
  return { at: [at[0] ?? 0, at[1] ?? 0, at[2] ?? 0], far: far / long };
}

const dot = (a: Point3, b: Point3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const crossed = (a: Point3, b: Point3): Point3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const unit = (a: Point3): Point3 => {
  const long = Math.hypot(...a);
  return [a[0] / long, a[1] / long, a[2] / long];
};

/** Every motion as far as it goes. */
const allMoved = ({ motions }: Drawing): Readonly<Record<string, number>> =>
  Object.fromEntries(motions.map(({ id }) => [id, 1]));

/** Contents on their way, and an open flap, take so much more than what is held; folded paper a margin; flat paper may reach out. */
const HELD_PART = 1.6;
const PAPER_PART = 1.15;
const FLAT_PART = 0.8;
const NEARER_PART = 0.7;

/** mm that must be seen each way: flat, closed, and with all that moves moved. */
export function sizeSeen(solution: Drawing): number {
  const held = solution.contents.find((c) => c.fitting === undefined);
  const blank = mainPiece(solution)?.blank ?? { width: 100, height: 100 };
  const last = lastOrder(solution);
  const boxes = [
    assembledAt(solution, { folded: last }),
    ...(solution.motions.length > 0 ? [assembledAt(solution, { folded: last, motion: allMoved(solution) })] : []),
  ].map(boxOfPaper);
  const { low, high } = boxes.reduce(joined);
  // what stands up comes nearer to the eye
  const folded = Math.max(high[0] - low[0], high[1] - low[1]) * PAPER_PART + (high[2] - low[2]) * NEARER_PART;
  return held
    ? Math.max(held.width * HELD_PART, held.height * HELD_PART, folded, blank.width * FLAT_PART)
    : Math.max(blank.width, blank.height, folded);
}

/** The place looked at: the middle of the closed holder, or of any other paper as it is now; of the whole way that something slides. */
export function centreOf(solution: Drawing, now: Assembled, folded: number): readonly [number, number] {
  const isHeld = solution.contents.some((c) => c.fitting === undefined);
  const last = lastOrder(solution);
  const slides = solution.motions.some((m) => m.move.kind !== "open");
  const seen = [
    isHeld ? assembledAt(solution, { folded: last }) : now,
    ...(slides && (isHeld || folded >= last)
      ? [assembledAt(solution, { folded: last, motion: allMoved(solution) })]
      : []),
  ];
  const { low, high } = seen.map(boxOfPaper).reduce(joined);
  return [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2];
}

/** The fold a card opens by, from the middle of the panel that stays: where it is found, and which way it folds. */
function openingOf(solution: Drawing) {
  const main = mainPiece(solution);
  const opening = solution.motions.find((m) => m.move.kind === "open");
  const fold = main?.folds.find((f) => opening?.move.kind === "open" && f.id === opening.move.fold);
  const root = main?.panels.find((p) => p.id === main.root)?.outline.map((s) => s.from) ?? [];
  if (!fold || root.length === 0) return undefined;
  const middle = (i: 0 | 1): number => root.reduce((sum, p) => sum + p[i], 0) / root.length;
  const off = [(fold.from[0] + fold.to[0]) / 2 - middle(0), (fold.from[1] + fold.to[1]) / 2 - middle(1)] as const;
  return { off, inwards: fold.angle < 0 ? -1 : 1 };
}

/** Degrees by which it is turned to be looked at: a holder with its mouth up, a card that opens upwards with its fold above. */
export function turnOf(solution: Drawing): number {
  const opening = openingOf(solution);
  const isBelow = opening && opening.off[1] < 0 && Math.abs(opening.off[1]) > Math.abs(opening.off[0]);
  return isBelow ? 180 : uprightPose(solution).rotation;
}

/** Whether what a card has in front looks up when it is closed, towards z: a pocket whose front stays when it is folded. */
export function facesUp(solution: Drawing): boolean {
  const form = formById(solution.form);
  const front = form?.grounds?.(solution.spec.settings)[0]?.panel;
  const { poses } = assembledAt(solution, { folded: lastOrder(solution) });
  const pose = [...poses].find(([key]) => key.endsWith(`/${front ?? ""}`))?.[1];
  return pose !== undefined && pose.r[8] > 0 === (form?.outside === "front");
}

const EYES: Readonly<Record<Exclude<LookFrom, "inside">, Point3>> = {
  closing: [0, -0.75, 1.75],
  address: [0, -0.5, -1.95],
  open: [0.7, 1.3, 1.35],
};

/** Where the eye stands, in parts of the size that is seen. Into an open card it looks from across its fold, a little above. */
export function eyeOf(solution: Drawing, side: LookFrom): Point3 {
  if (side !== "inside") return EYES[side];
  const opening = openingOf(solution);
  if (!opening) return EYES.open;
  const { off, inwards } = opening;
  const far = Math.max(1e-6, Math.hypot(...off));
  const turned = turnOf(solution) === 180 ? -1 : 1;
  return [(-ASIDE * turned * off[0]) / far, (-ASIDE * turned * off[1]) / far + LIFTED, inwards * 1.75];
}
/** How far across its fold, and how much higher, one looks into an open card. */
const ASIDE = 0.8;
const LIFTED = 0.3;

/** Which motion moves which panel, by `piece/panel`: the first that does. */
export function movers(solution: Drawing): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  const folded = lastOrder(solution);
  for (const { id, after } of solution.motions) {
    const before = after === undefined ? {} : { [after]: 1 };
    const [one, two] = [before, { ...before, [id]: 0.5 }].map(
      (motion) => assembledAt(solution, { folded, motion }).poses,
    );
    for (const [key, pose] of one ?? []) {
      const other = two?.get(key);
      const isMoved =
        other !== undefined &&
        [...pose.t, ...pose.r].some((v, i) => Math.abs(v - ([...other.t, ...other.r][i] as number)) > 1e-6);
      if (isMoved && !found.has(key)) found.set(key, id);
    }
  }
  return found;
}
