/** What is printed, drawn, foiled or perforated on a bit of paper in space: on the face it is made on, a hair off it. */
import { areaOf, boxLies, flatten, holds, type Path, type Point, polygon, runsOf, type Stroke } from "@cut-fold/core";
import { useEffect, useMemo, useState } from "react";
import { usePictureUrl } from "../store/pictures.ts";
import * as THREE from "three";
import { colour } from "../theme/theme.ts";

/** Foil is gold. */
const GOLD = colour.foil;
/** Ink lies so far (mm) off the paper, clear of the rim's line. */
const INK_OFF = 0.05;

/** A path's lines as points; one that is closed comes back to where it began. */
const linesIn = (path: Path): readonly (readonly Point[])[] =>
  runsOf(path).map((run) => {
    const end = run.at(-1)?.to;
    return end ? [...flatten(run), end] : [];
  });

const vectors = (points: readonly Point[]): THREE.Vector2[] => points.map(([x, y]) => new THREE.Vector2(x, y));

/** Filled letters: outer lines as shapes, those that run the other way as holes in whatever holds them. */
function shapesOf(path: Path): THREE.Shape[] {
  const rings = linesIn(path).map((points) => ({ points, area: areaOf(polygon(points)) }));
  const largest = rings.reduce((most, { area }) => (Math.abs(area) > Math.abs(most) ? area : most), 0);
  const outer = rings.filter(({ area }) => area > 0 === largest > 0);
  const shapes = outer.map(({ points }) => ({ points, shape: new THREE.Shape(vectors(points)) }));
  for (const { points } of rings.filter((ring) => !outer.includes(ring))) {
    const around = shapes.find((s) => points[0] && holds(s.points, points[0]));
    around?.shape.holes.push(new THREE.Path(vectors(points)));
  }
  return shapes.map(({ shape }) => shape);
}

interface PaperInkProps {
  readonly strokes: readonly Stroke[];
  /** the bit of paper they are on */
  readonly points: readonly Point[];
  /** mm it is drawn thick */
  readonly deep: number;
}

const SHOWN = new Set(["print", "pen", "foil", "perforate"]);

/** The middle of a box: its corners lie on the paper's own edge where it fills a panel. */
const middleOf = (path: Path): Point => [
  path.reduce((sum, { from }) => sum + from[0], 0) / path.length,
  path.reduce((sum, { from }) => sum + from[1], 0) / path.length,
];

interface ArtMeshProps {
  readonly stroke: Stroke;
  readonly z: number;
}

/** A picture on the paper, cropped by its box. */
function ArtMesh({ stroke: { art, path, face }, z }: ArtMeshProps) {
  const url = usePictureUrl(art?.picture);
  const [map, setMap] = useState<THREE.Texture>();
  useEffect(() => {
    if (url === undefined) return undefined;
    let texture: THREE.Texture | undefined;
    let isOver = false;
    new THREE.TextureLoader().load(url, (loaded) => {
      loaded.colorSpace = THREE.SRGBColorSpace;
      if (isOver) loaded.dispose();
      else setMap((texture = loaded));
    });
    return () => {
      isOver = true;
      texture?.dispose();
    };
  }, [url]);
  const geometry = useMemo(() => {
    const made = new THREE.BufferGeometry();
    if (!art) return made;
    const { wide, high } = boxLies(path);
    const { x, y, width, height } = art.whole;
    const uv = [
      [0, 0],
      [wide, 0],
      [wide, high],
      [0, high],
    ].flatMap(([u = 0, v = 0]) => [(u - x) / width, (v - y) / height]);
    const corners = path.slice(0, 4).flatMap(({ from }) => [from[0], from[1], 0]);
    made.setAttribute("position", new THREE.Float32BufferAttribute(corners, 3));
    made.setAttribute("uv", new THREE.Float32BufferAttribute(uv, 2));
    made.setIndex([0, 1, 2, 0, 2, 3]);
    return made;
  }, [art, path]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  // its box goes the other way round on the face that lies down: both sides are drawn, and only one of them is ever seen
  return map ? (
    <mesh geometry={geometry} position={[0, 0, z]}>
      <meshBasicMaterial
        key={face ?? "front"}
        map={map}
        side={THREE.DoubleSide}
        toneMapped={false}
        transparent
        premultipliedAlpha
        blending={THREE.MultiplyBlending}
      />
    </mesh>
  ) : null;
}

export function PaperInk({ strokes, points, deep }: PaperInkProps) {
  const art = strokes.filter(({ art: one, path }) => one && holds(points, middleOf(path)));
  const made = useMemo(() => {
    const here = strokes.filter(
      ({ role, path, art }) => SHOWN.has(role) && !art && path[0] && holds(points, path[0].from),
    );
    return here.map((stroke) => {
      const z = (deep / 2 + INK_OFF) * (stroke.face === "back" ? -1 : 1);
      if (stroke.filled) return { stroke, z, fill: new THREE.ShapeGeometry(shapesOf(stroke.path)) };
      const ends = linesIn(stroke.path).flatMap((line) =>
        line.slice(1).flatMap((p, i) => [new THREE.Vector3(...(line[i] as Point), 0), new THREE.Vector3(...p, 0)]),
      );
      return { stroke, z, line: new THREE.BufferGeometry().setFromPoints(ends) };
    });
  }, [strokes, points, deep]);
  useEffect(
    () => () => {
      for (const { fill, line } of made) {
        fill?.dispose();
        line?.dispose();
      }
    },
    [made],
  );
  const ink = made.map(({ stroke, z, fill, line }) =>
    fill ? (
      <mesh key={stroke.id} geometry={fill} position={[0, 0, z]}>
        <meshBasicMaterial
          color={stroke.colour ?? colour.ink}
          side={stroke.face === "back" ? THREE.BackSide : THREE.FrontSide}
        />
      </mesh>
    ) : (
      <lineSegments key={stroke.id} geometry={line} position={[0, 0, z]}>
        <lineBasicMaterial color={stroke.role === "foil" ? GOLD : (stroke.colour ?? colour.ink)} />
      </lineSegments>
    ),
  );
  return [
    ...art.map((stroke) => (
      <ArtMesh
        key={`${stroke.id} art`}
        stroke={stroke}
        z={(deep / 2 + INK_OFF / 2) * (stroke.face === "back" ? -1 : 1)}
      />
    )),
    ...ink,
  ];
}
