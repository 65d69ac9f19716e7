/** The very blank, folded in space. Loaded only when wanted: three.js comes with it. */
import {
  assembled,
  flatten,
  foldedPanels,
  openingDirection,
  openingsOf,
  type Path,
  type Piece,
  type Placement,
  type Point,
  type Rigid,
  type Solution,
  stateAt,
  uprightPose,
} from "@cut-fold/core";
import { Canvas, useThree } from "@react-three/fiber";
import { useEffect, useMemo } from "react";
import * as THREE from "three";
import { OrbitControls } from "three/addons/controls/OrbitControls.js";
import { colour } from "../theme/theme.ts";
import { pieceColours } from "./colours.ts";

export type Side = "closing" | "address" | "open";

interface FoldedViewProps {
  readonly solution: Solution;
  readonly colours: { readonly face: string; readonly back: string };
  /** from 0 (flat) over the folds and the filling to closed: see `stagesOf` */
  readonly progress: number;
  readonly side: Side;
}

/** Cosine ease for each single fold: paper starts and ends a fold gently. */
const ease = (x: number): number => Math.floor(x) + (1 - Math.cos(Math.PI * (x - Math.floor(x)))) / 2;

export default function FoldedView({ solution, colours, progress, side }: FoldedViewProps) {
  const { width, height } = solution.contents[0] ?? (solution.pieces[0] as Piece).blank;
  // room for the open flap and for the contents standing out
  const size = Math.max(width, height) * (solution.contents.length > 0 ? 1.6 : 1);
  return (
    <Canvas
      flat
      frameloop="demand"
      dpr={[1, 2]}
      shadows="percentage"
      camera={{ fov: 32, near: size / 50, far: size * 20, position: [0, -size * 0.6, size * 2] }}
      gl={{ antialias: true, preserveDrawingBuffer: true }}
      aria-hidden
    >
      <ambientLight intensity={1.95} />
      <directionalLight
        position={[-size, size * 0.8, size * 2.2]}
        intensity={1.3}
        castShadow
        shadow-mapSize={[1024, 1024]}
        shadow-normalBias={0.4}
        shadow-bias={-0.0006}
        shadow-camera-left={-size}
        shadow-camera-right={size}
        shadow-camera-top={size}
        shadow-camera-bottom={-size}
        shadow-camera-far={size * 6}
      />
      <directionalLight position={[size, -size, -size]} intensity={0.5} />
      <Scene solution={solution} colours={colours} progress={progress} />
      <Eye size={size} side={side} />
      <Redraw on={[solution, progress, colours]} />
    </Canvas>
  );
}

/** With frames on demand, a change of what is drawn asks for one. */
function Redraw({ on }: { readonly on: readonly unknown[] }) {
  const invalidate = useThree((s) => s.invalidate);
  useEffect(() => {
    if (on.length > 0) invalidate();
  });
  return null;
}

const EYES: Readonly<Record<Side, readonly [number, number, number]>> = {
  closing: [0, -0.75, 1.75],
  address: [0, -0.5, -1.95],
  open: [0.7, 1.3, 1.35],
};

function Eye({ size, side }: { readonly size: number; readonly side: Side }) {
  const { camera, gl, invalidate } = useThree();
  const controls = useMemo(() => new OrbitControls(camera, gl.domElement), [camera, gl]);
  useEffect(() => {
    const redraw = (): void => {
      invalidate();
    };
    controls.enableDamping = false;
    controls.addEventListener("change", redraw);
    return () => {
      controls.removeEventListener("change", redraw);
      controls.dispose();
    };
  }, [controls, invalidate]);
  useEffect(() => {
    const [x, y, z] = EYES[side];
    camera.position.set(x * size, y * size, z * size);
    camera.up.set(0, 1, 0);
    // a little above the middle, where the open flap and the contents on their way stand
    controls.target.set(0, size * 0.1, 0);
    controls.update();
    invalidate();
  }, [side, size, camera, controls, invalidate]);
  return null;
}

function Scene({ solution, colours, progress }: Omit<FoldedViewProps, "side">) {
  const { folded, out } = stateAt(solution, progress);
  const caliper = solution.spec.stock.caliper;
  const lying = solution.contents[0];
  // the paper makes room for the contents once they are on their way in
  const filled = lying && out < 1 ? lying.thickness * Math.min(1, (1 - out) * 6) : 0;
  const poses = useMemo(
    () => foldedPanels(solution, { progress: ease(folded), caliper, filled }),
    [solution, folded, caliper, filled],
  );
  const main = solution.pieces[0] as Piece;
  const turned = uprightPose(solution).rotation;
  const centre: Point = lying ? [lying.x, lying.y] : middle(main);
  const way = useMemo(() => openingDirection(solution), [solution]);
  return (
    <group rotation={[0, 0, (turned * Math.PI) / 180]}>
      <group position={[-centre[0], -centre[1], 0]}>
        {assembled(solution).map((piece) =>
          piece.panels.map((panel) => (
            <PanelMesh
              key={`${piece.id}/${panel.id}`}
              outline={panel.outline}
              openings={openingsOf(piece.cuts, panel.id)}
              pose={poses.get(`${piece.id}/${panel.id}`) as Rigid}
              colours={pieceColours(piece, colours)}
            />
          )),
        )}
        {(lying?.things ?? (lying ? [{ ...lying, above: 0 }] : [])).map((thing, i) => (
          <Inside
            key={i}
            lying={{ ...(lying as Placement), ...thing }}
            way={way}
            out={out}
            far={Math.max(lying?.width ?? 0, lying?.height ?? 0)}
            lift={caliper / 2 + thing.above}
          />
        ))}
      </group>
    </group>
  );
}

function middle(piece: Piece): Point {
  return [piece.blank.width / 2, piece.blank.height / 2];
}

function PanelMesh({
  outline,
  openings,
  pose,
  colours,
}: {
  readonly outline: Piece["panels"][number]["outline"];
  readonly openings: readonly Path[];
  readonly pose: Rigid;
  readonly colours: FoldedViewProps["colours"];
}) {
  const { sheet, edge } = useMemo(() => {
    const cornersOf = (path: Path) => flatten(path).map(([x, y]) => new THREE.Vector2(x, y));
    const points = cornersOf(outline);
    const shape = new THREE.Shape(points);
    shape.holes = openings.map((path) => new THREE.Path(cornersOf(path)));
    return {
      sheet: new THREE.ShapeGeometry(shape),
      edge: new THREE.BufferGeometry().setFromPoints(
        [...points, points[0] as THREE.Vector2].map((p) => new THREE.Vector3(p.x, p.y, 0)),
      ),
    };
  }, [outline, openings]);
  useEffect(
    () => () => {
      sheet.dispose();
      edge.dispose();
    },
    [sheet, edge],
  );
  const matrix = useMemo(() => {
    const { r, t } = pose;
    return new THREE.Matrix4().set(r[0], r[1], r[2], t[0], r[3], r[4], r[5], t[1], r[6], r[7], r[8], t[2], 0, 0, 0, 1);
  }, [pose]);
  return (
    <group matrix={matrix} matrixAutoUpdate={false}>
      <mesh geometry={sheet} castShadow receiveShadow>
        <meshStandardMaterial
          color={colours.face}
          side={THREE.FrontSide}
          roughness={0.95}
          shadowSide={THREE.DoubleSide}
          polygonOffset
          polygonOffsetFactor={0}
          polygonOffsetUnits={6}
        />
      </mesh>
      <mesh geometry={sheet} receiveShadow>
        <meshStandardMaterial
          color={colours.back}
          side={THREE.BackSide}
          roughness={0.95}
          polygonOffset
          polygonOffsetFactor={0}
          polygonOffsetUnits={6}
        />
      </mesh>
      <lineLoop geometry={edge}>
        <lineBasicMaterial color={colour.ink} transparent opacity={0.55} />
      </lineLoop>
    </group>
  );
}

function Inside({
  lying,
  way,
  out,
  far,
  lift,
}: {
  readonly lying: Placement;
  /** the way they come out, in the flat piece's coordinates */
  readonly way: Point;
  readonly out: number;
  /** mm the whole pile is long: how far it stands out before it goes in */
  readonly far: number;
  /** mm from the middle of the paper to its underside */
  readonly lift: number;
}) {
  const edges = useMemo(() => {
    const box = new THREE.BoxGeometry(lying.width, lying.height, lying.thickness);
    const found = new THREE.EdgesGeometry(box);
    box.dispose();
    return found;
  }, [lying.width, lying.height, lying.thickness]);
  useEffect(
    () => () => {
      edges.dispose();
    },
    [edges],
  );
  const away = far * 1.15 * out;
  return (
    <mesh
      position={[lying.x + way[0] * away, lying.y + way[1] * away, lift + lying.thickness / 2 + out * 6]}
      rotation={[0, 0, (lying.rotation * Math.PI) / 180]}
      castShadow
      receiveShadow
    >
      <boxGeometry args={[lying.width, lying.height, lying.thickness]} />
      <meshStandardMaterial color="#fffdf6" roughness={0.7} />
      <lineSegments geometry={edges}>
        <lineBasicMaterial color={colour.rust} transparent opacity={0.7} />
      </lineSegments>
    </mesh>
  );
}
