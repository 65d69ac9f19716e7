/** A flat bit of paper in space: its two faces in their colours, its edges with their thickness, its grain. */
import { type Face, flatten, type Path, type Point, type Rigid, type Stroke } from "@cut-fold/core";
import type { ThreeEvent } from "@react-three/fiber";
import { useEffect, useMemo } from "react";
import * as THREE from "three";
import type { Bend } from "./bends.ts";
import { PaperInk } from "./PaperInk.tsx";
import { colour } from "../theme/theme.ts";

/** A rigid move as three.js has it. */
export const matrixOf = ({ r, t }: Rigid): THREE.Matrix4 =>
  new THREE.Matrix4().set(r[0], r[1], r[2], t[0], r[3], r[4], r[5], t[1], r[6], r[7], r[8], t[2], 0, 0, 0, 1);

/** Paper thinner than this (mm) would not be seen from the side: it is drawn so thick. */
const LEAST_THICK = 0.28;
/** Lines are drawn so far (mm) off the face they run on, so that it does not swallow them. */
const HAIR = 0.03;
/** The grain repeats after so many mm, over so many points. */
const GRAIN = { mm: 34, points: 256 } as const;

/** A field of small bumps, the same each time: fibres, faintly. */
function grainTexture(): THREE.Texture {
  const n = GRAIN.points;
  let seed = 7;
  const random = (): number => (seed = (seed * 1664525 + 1013904223) >>> 0) / 2 ** 32;
  let field = Float32Array.from({ length: n * n }, random);
  const at = (of: Float32Array, i: number): number => of[i % (n * n)] as number;
  for (let pass = 0; pass < 2; pass += 1) {
    const rough = field;
    field = rough.map((v, i) => (v + at(rough, i + 1) + at(rough, i + n)) / 3);
  }
  const data = new Uint8Array(n * n * 4);
  field.forEach((v, i) => {
    const grey = Math.max(0, Math.min(255, 128 + (v - 0.5) * 420));
    data.set([grey, grey, grey, 255], i * 4);
  });
  const texture = new THREE.DataTexture(data, n, n);
  texture.wrapS = texture.wrapT = THREE.RepeatWrapping;
  texture.repeat.set(1 / GRAIN.mm, 1 / GRAIN.mm);
  texture.magFilter = THREE.LinearFilter;
  texture.minFilter = THREE.LinearMipmapLinearFilter;
  texture.generateMipmaps = true;
  texture.needsUpdate = true;
  return texture;
}
let grain: THREE.Texture | undefined;
const theGrain = (): THREE.Texture => (grain ??= grainTexture());

/** The sheet as a solid: its drawn face, its back and its rim, each a group of its own. */
function solidOf(shape: THREE.Shape, thick: number, bends: readonly Bend[]): THREE.BufferGeometry {
  const solid = new THREE.ExtrudeGeometry(shape, { depth: thick, bevelEnabled: false });
  solid.translate(0, 0, -thick / 2);
  const normal = solid.getAttribute("normal");
  const groups: number[][] = [[], [], []];
  for (let i = 0; i < normal.count; i += 3) {
    const z = normal.getZ(i);
    groups[z > 0.5 ? 0 : z < -0.5 ? 1 : 2]?.push(i, i + 1, i + 2);
  }
  solid.clearGroups();
  let start = 0;
  groups.forEach((group, k) => {
    solid.addGroup(start, group.length, k);
    start += group.length;
  });
  solid.setIndex(groups.flat());
  if (bends.length > 0) soften(solid, bends);
  return solid;
}

/** mm from an edge within which a corner of the solid is on it */
const ON_EDGE = 1e-3;

/** Light falls on a bent face as if it were round: at edges that the bend runs on over it looks halfway to its neighbour. */
function soften(solid: THREE.BufferGeometry, bends: readonly Bend[]): void {
  const [place, normal] = [solid.getAttribute("position"), solid.getAttribute("normal")];
  for (let i = 0; i < place.count; i += 1) {
    const up = Math.sign(normal.getZ(i));
    if (Math.abs(normal.getZ(i)) < 0.5) continue;
    const at: Point = [place.getX(i), place.getY(i)];
    const bend = bends.find(({ from, to }) => offLine(at, from, to) < ON_EDGE);
    if (bend) normal.setXYZ(i, bend.normal[0] * up, bend.normal[1] * up, bend.normal[2] * up);
  }
}

/** mm from a point to a line through two others. */
const offLine = ([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number =>
  Math.abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / Math.max(1e-9, Math.hypot(bx - ax, by - ay));

/** A sprig of leaves in a field, said once and repeated: paper that is patterned. */
const SPRIG = { mm: 16, points: 96 } as const;

/** One for each colour of paper: the facets of a bent panel, and the panels of a piece, share it. */
const SPRIGS = new Map<string, THREE.Texture | undefined>();
function sprigsOn(ground: string): THREE.Texture | undefined {
  if (!SPRIGS.has(ground)) SPRIGS.set(ground, sprigTexture(ground));
  return SPRIGS.get(ground);
}

function sprigTexture(ground: string): THREE.Texture | undefined {
  const canvas = document.createElement("canvas");
  canvas.width = canvas.height = SPRIG.points;
  const pen = canvas.getContext("2d");
  if (!pen) return undefined;
  pen.fillStyle = ground;
  pen.fillRect(0, 0, SPRIG.points, SPRIG.points);
  pen.fillStyle = colour.ink;
  pen.globalAlpha = 0.32;
  // two sprigs, the second half a field aside, so that rows do not stand in line
  for (const [cx, cy] of [
    [SPRIG.points / 4, SPRIG.points / 4],
    [(3 * SPRIG.points) / 4, (3 * SPRIG.points) / 4],
  ] as const)
    for (const turn of [-0.7, 0, 0.7]) {
      pen.save();
      pen.translate(cx, cy + 8);
      pen.rotate(turn);
      pen.beginPath();
      pen.ellipse(0, -11, 3.4, 10, 0, 0, 2 * Math.PI);
      pen.fill();
      pen.restore();
    }
  const texture = new THREE.CanvasTexture(canvas);
  texture.wrapS = texture.wrapT = THREE.RepeatWrapping;
  texture.repeat.set(1 / SPRIG.mm, 1 / SPRIG.mm);
  texture.colorSpace = THREE.SRGBColorSpace;
  return texture;
}

/** Paper that something is in the way of. */
const MET = colour.met;

interface PaperSheetProps {
  readonly points: readonly Point[];
  readonly openings: readonly Path[];
  readonly pose: Rigid;
  readonly colours: { readonly face: string; readonly back: string };
  /** mm */
  readonly thick: number;
  /** no grain: a machine that draws without a graphics card has enough to do */
  readonly plain: boolean;
  /** what is drawn and printed on it */
  readonly ink: readonly Stroke[];
  /** the face that carries its pattern */
  readonly patterned: Face | undefined;
  /** edges that a bend runs on over */
  readonly bends: readonly Bend[];
  /** something is in its way: its rim is drawn in the colour of what must be looked at */
  readonly met: boolean;
  /** it can be taken in hand */
  readonly onGrip?: ((event: ThreeEvent<PointerEvent>) => void) | undefined;
}

export function PaperSheet(props: PaperSheetProps) {
  const { points, openings, pose, colours, thick, plain, ink, patterned, bends, met, onGrip } = props;
  const deep = Math.max(LEAST_THICK, thick);
  const { sheet, edge } = useMemo(() => {
    const corners = points.map(([x, y]) => new THREE.Vector2(x, y));
    const shape = new THREE.Shape(corners);
    shape.holes = openings.map((path) => new THREE.Path(flatten(path).map(([x, y]) => new THREE.Vector2(x, y))));
    // its rim on both faces, a hair off them
    const rim = [deep / 2 + HAIR, -deep / 2 - HAIR].flatMap((z) =>
      corners.flatMap((p, i) => {
        const q = corners[(i + 1) % corners.length] as THREE.Vector2;
        const isBent = bends.some(({ from }) => Math.hypot(from[0] - p.x, from[1] - p.y) < ON_EDGE);
        if (isBent) return [];
        return [new THREE.Vector3(p.x, p.y, z), new THREE.Vector3(q.x, q.y, z)];
      }),
    );
    return { sheet: solidOf(shape, deep, bends), edge: new THREE.BufferGeometry().setFromPoints(rim) };
  }, [points, openings, deep, bends]);
  useEffect(
    () => () => {
      sheet.dispose();
      edge.dispose();
    },
    [sheet, edge],
  );
  const matrix = useMemo(() => matrixOf(pose), [pose]);
  const sprigs = patterned && sprigsOn(patterned === "front" ? colours.face : colours.back);
  const faced = (of: Face) => {
    const own = of === "front" ? colours.face : colours.back;
    return sprigs && patterned === of && !met ? { map: sprigs, color: "#ffffff" } : { color: met ? MET : own };
  };
  const rough = plain ? {} : { bumpMap: theGrain(), bumpScale: 0.5 };
  const grips = onGrip && {
    onPointerDown: onGrip,
    onPointerOver: () => {
      document.body.style.cursor = "grab";
    },
    onPointerOut: () => {
      document.body.style.cursor = "";
    },
  };
  return (
    <group matrix={matrix} matrixAutoUpdate={false}>
      <mesh geometry={sheet} castShadow receiveShadow {...grips}>
        <meshStandardMaterial key={sprigs?.uuid} attach="material-0" {...faced("front")} roughness={0.92} {...rough} />
        <meshStandardMaterial
          key={`back ${sprigs?.uuid ?? ""}`}
          attach="material-1"
          {...faced("back")}
          roughness={0.92}
          {...rough}
        />
        <meshStandardMaterial attach="material-2" color={colours.back} roughness={1} />
      </mesh>
      <lineSegments geometry={edge}>
        <lineBasicMaterial
          color={met ? colour.rust : colour.ink}
          transparent
          opacity={met ? 1 : 0.38}
          // what is in the way is seen through what covers it
          depthTest={!met}
        />
      </lineSegments>
      {ink.length > 0 ? <PaperInk strokes={ink} points={points} deep={deep} /> : null}
    </group>
  );
}
