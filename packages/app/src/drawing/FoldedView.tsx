/** The very blank, folded in space. Loaded only when wanted: three.js comes with it. */
import {
  after,
  assembledAt,
  flatten,
  type Inside as InsideAt,
  mainPiece,
  type Path,
  type Piece,
  place,
  type Placement,
  type Point,
  type Rigid,
  type Solution,
  stateAt,
  STILL,
  type Thing,
  uprightPose,
  wayOut,
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
  /** how far each motion has gone, 0 to 1, by its id */
  readonly motion?: Readonly<Record<string, number>> | undefined;
}

/** How much of the size that is looked at stands to each side of the middle, with a margin. */
const SEEN_PART = 0.62;

/** Cosine ease for each single fold: paper starts and ends a fold gently. */
const ease = (x: number): number => Math.floor(x) + (1 - Math.cos(Math.PI * (x - Math.floor(x)))) / 2;

export default function FoldedView({ solution, colours, progress, side, motion }: FoldedViewProps) {
  const held = solution.contents.find((c) => c.fitting === undefined);
  const main = mainPiece(solution) as Piece;
  const { width, height } = held ?? main.blank;
  // room for the open flap and for the contents standing out
  // a cover that opens beside what it holds reaches further than that does
  const reach = held ? Math.max(held.x, main.blank.width - held.x) / SEEN_PART : 0;
  const size = Math.max(Math.max(width, height) * (held ? 1.6 : 1), reach);
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
      <Scene solution={solution} colours={colours} progress={progress} motion={motion} />
      <Eye size={size} side={side} />
      <Redraw on={[solution, progress, colours, motion]} />
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

function Scene({ solution, colours, progress, motion }: Omit<FoldedViewProps, "side">) {
  const { folded, out } = stateAt(solution, progress);
  const far = out.join(" ");
  const { sheets, contents } = useMemo(() => {
    const each = far === "" ? [] : far.split(" ").map(Number);
    const farOf = (lying: Placement): number => each[solution.contents.indexOf(lying)] ?? 0;
    return assembledAt(solution, { folded: ease(folded), out: farOf, motion });
  }, [solution, folded, far, motion]);
  const main = mainPiece(solution) as Piece;
  const turned = uprightPose(solution).rotation;
  const lying = solution.contents.find((c) => c.fitting === undefined);
  const centre: Point = lying ? [lying.x, lying.y] : [main.blank.width / 2, main.blank.height / 2];
  return (
    <group rotation={[0, 0, (turned * Math.PI) / 180]}>
      <group position={[-centre[0], -centre[1], 0]}>
        {sheets.map(({ id, piece, points, openings, pose }, i) => (
          <PanelMesh
            key={`${id} ${String(i)}`}
            points={points}
            openings={openings}
            pose={pose}
            colours={pieceColours(piece, colours)}
          />
        ))}
        {contents.flatMap((inside) =>
          (inside.lying.things ?? [{ ...inside.lying, above: 0 }]).map((thing, i) => (
            <Inside key={`${inside.lying.on.piece} ${String(i)}`} inside={inside} thing={thing} />
          )),
        )}
      </group>
    </group>
  );
}

interface PanelMeshProps {
  readonly points: readonly Point[];
  readonly openings: readonly Path[];
  readonly pose: Rigid;
  readonly colours: FoldedViewProps["colours"];
}

const matrixOf = ({ r, t }: Rigid): THREE.Matrix4 =>
  new THREE.Matrix4().set(r[0], r[1], r[2], t[0], r[3], r[4], r[5], t[1], r[6], r[7], r[8], t[2], 0, 0, 0, 1);

function PanelMesh({ points, openings, pose, colours }: PanelMeshProps) {
  const { sheet, edge } = useMemo(() => {
    const corners = points.map(([x, y]) => new THREE.Vector2(x, y));
    const shape = new THREE.Shape(corners);
    shape.holes = openings.map((path) => new THREE.Path(flatten(path).map(([x, y]) => new THREE.Vector2(x, y))));
    return {
      sheet: new THREE.ShapeGeometry(shape),
      edge: new THREE.BufferGeometry().setFromPoints(
        [...corners, corners[0] as THREE.Vector2].map((p) => new THREE.Vector3(p.x, p.y, 0)),
      ),
    };
  }, [points, openings]);
  useEffect(
    () => () => {
      sheet.dispose();
      edge.dispose();
    },
    [sheet, edge],
  );
  const matrix = useMemo(() => matrixOf(pose), [pose]);
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

interface InsideProps {
  readonly inside: InsideAt;
  readonly thing: Pick<Thing, "width" | "height" | "thickness" | "above">;
}

/** One thing of what goes in: where its holder's panel is, so far out along its way. */
function Inside({ inside, thing }: InsideProps) {
  const { width, height, thickness, above } = thing;
  const edges = useMemo(() => {
    const box = new THREE.BoxGeometry(width, height, thickness);
    const found = new THREE.EdgesGeometry(box);
    box.dispose();
    return found;
  }, [width, height, thickness]);
  useEffect(
    () => () => {
      edges.dispose();
    },
    [edges],
  );
  const { lying, pose, out } = inside;
  // its way is said in its panel's flat coordinates, and its own frame is turned on that panel
  const [x, y] = place(wayOut(inside), { x: 0, y: 0, rotation: -lying.rotation, flip: false });
  const matrix = matrixOf(after(pose, { ...STILL, t: [x * 1.15, y * 1.15, above + thickness / 2 + out * 6] }));
  return (
    <group matrix={matrix} matrixAutoUpdate={false}>
      <mesh castShadow receiveShadow>
        <boxGeometry args={[width, height, thickness]} />
        <meshStandardMaterial color="#fffdf6" roughness={0.7} />
        <lineSegments geometry={edges}>
          <lineBasicMaterial color={colour.rust} transparent opacity={0.7} />
        </lineSegments>
      </mesh>
    </group>
  );
}
