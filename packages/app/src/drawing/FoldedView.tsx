/** The very blank, folded in space, on a table. Loaded only when wanted: three.js comes with it. */
import {
  type Assembled,
  assembledAt,
  lastOrder,
  type Contained,
  type Drawing,
  stateAt,
  type Stroke,
} from "@cut-fold/core";
import { Canvas, useThree } from "@react-three/fiber";
import { type RefObject, useEffect, useMemo, useRef } from "react";
import { type Group, PerspectiveCamera } from "three";
import { OrbitControls } from "three/addons/controls/OrbitControls.js";
import { useStaged } from "../parts/usePainted.ts";
import { colour } from "../theme/theme.ts";
import { patternedOf, pieceColours } from "../theme/colours.ts";
import { type Bend, bendsOf } from "./bends.ts";
import {
  boxOfPaper,
  centreOf,
  cornersSeen,
  eyeOf,
  framed,
  movers,
  type LookFrom,
  sizeSeen,
  turnOf,
} from "./framing.ts";
import { graphics } from "./graphics.ts";
import { InsideThing } from "./InsideThing.tsx";
import { PaperSheet } from "./PaperSheet.tsx";
import { useMotionGrip } from "./useMotionGrip.ts";

export type { LookFrom } from "./framing.ts";

/** What is folded, how far, and from where it is seen. */
export interface FoldedViewProps {
  readonly solution: Drawing;
  readonly colours: { readonly face: string; readonly back: string };
  /** from 0 (flat) over the folds and the filling to closed: see `stagesOf` */
  readonly progress: number;
  readonly side: LookFrom;
  /** how far each motion has gone, 0 to 1, by its id */
  readonly motion: Readonly<Record<string, number>>;
  readonly onMotion: (id: string, value: number) => void;
  /** what is in one another's way now, by `piece/panel` */
  readonly met: readonly string[];
}

/** Cosine ease for each single fold: paper starts and ends a fold gently. */
const ease = (x: number): number => Math.floor(x) + (1 - Math.cos(Math.PI * (x - Math.floor(x)))) / 2;

/** Light and shadow for either kind of machine. */
const LOOKS = {
  full: { map: 2048, radius: 9, samples: 16, shadows: "variance", dpr: [1, 2] },
  plain: { map: 1024, radius: 4, samples: 8, shadows: "percentage", dpr: [1, 1] },
} as const;

export default function FoldedView(props: FoldedViewProps) {
  const { solution, colours, progress, side, motion, met } = props;
  const size = useMemo(() => sizeSeen(solution), [solution]);
  const plain = graphics() !== "card";
  // the table first, then what stands on it: no frame waits for all of it to be made ready
  const shown = useStaged(1);
  const look = LOOKS[plain ? "plain" : "full"];
  const eye = useMemo(() => eyeOf(solution, side), [solution, side]);
  const up = eye[2] > 0 ? 1 : -1;
  const controls = useRef<OrbitControls>(null);
  return (
    <Canvas
      flat
      frameloop="demand"
      dpr={[...look.dpr]}
      shadows={look.shadows}
      camera={{ fov: 32, near: size / 50, far: size * 20, position: [0, -size * 0.6, size * 2] }}
      gl={{ antialias: true, preserveDrawingBuffer: true }}
      aria-hidden
    >
      <hemisphereLight position={[0, 0.4, up]} args={["white", colour.glow, 1.6]} />
      <directionalLight
        position={[-size * 1.1, size * 0.7, up * size * 2.1]}
        color={colour.lamp}
        intensity={1.55}
        castShadow
        shadow-mapSize={[look.map, look.map]}
        shadow-radius={look.radius}
        shadow-blurSamples={look.samples}
        shadow-normalBias={0.25}
        shadow-bias={-0.0004}
        shadow-camera-left={-size * 1.4}
        shadow-camera-right={size * 1.4}
        shadow-camera-top={size * 1.4}
        shadow-camera-bottom={-size * 1.4}
        shadow-camera-far={size * 6}
      />
      <directionalLight position={[size * 0.7, -size * 1.5, up * size * 1.1]} color={colour.farLamp} intensity={0.85} />
      <Eye size={size} eye={eye} controls={controls} />
      {shown > 0 ? <Scene {...props} {...{ size, up, plain, eye, controls }} /> : null}
      <Redraw on={[solution, progress, colours, motion, met, shown]} />
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

interface EyeProps {
  readonly size: number;
  readonly eye: readonly [number, number, number];
  readonly controls: RefObject<OrbitControls | null>;
}

/** Stands where it is asked to; a hand may turn it about. */
function Eye({ size, eye, controls: ref }: EyeProps) {
  const { camera, gl, invalidate } = useThree();
  const controls = useMemo(() => new OrbitControls(camera, gl.domElement), [camera, gl]);
  useEffect(() => {
    const redraw = (): void => {
      invalidate();
    };
    ref.current = controls;
    controls.enableDamping = false;
    controls.addEventListener("change", redraw);
    return () => {
      controls.removeEventListener("change", redraw);
      controls.dispose();
      ref.current = null;
    };
  }, [controls, invalidate, ref]);
  useEffect(() => {
    const [x, y, z] = eye;
    camera.position.set(x * size, y * size, z * size);
    camera.up.set(0, 1, 0);
    controls.target.set(0, 0, 0);
    controls.update();
    invalidate();
  }, [eye, size, camera, controls, invalidate]);
  return null;
}

interface FramedProps {
  readonly now: Assembled;
  readonly centre: readonly [number, number];
  readonly turned: number;
  readonly eye: readonly [number, number, number];
  readonly controls: RefObject<OrbitControls | null>;
}

/** Comes as near as all that is there now allows, as it folds and opens; a hand that has turned it is left alone. */
function Framed({ now, centre, turned, eye, controls: ref }: FramedProps) {
  const { camera, size, invalidate } = useThree();
  const isTurned = useRef(false);
  useEffect(() => {
    isTurned.current = false;
    const controls = ref.current;
    const taken = (): void => {
      isTurned.current = true;
    };
    controls?.addEventListener("start", taken);
    return () => controls?.removeEventListener("start", taken);
  }, [ref, eye]);
  useEffect(() => {
    const controls = ref.current;
    if (isTurned.current || !controls || !(camera instanceof PerspectiveCamera) || size.height === 0) return;
    const { at, far } = framed(cornersSeen(now), {
      centre,
      turned,
      eye,
      fov: camera.fov,
      aspect: size.width / size.height,
    });
    controls.target.set(...at);
    camera.position.set(at[0] + eye[0] * far, at[1] + eye[1] * far, at[2] + eye[2] * far);
    controls.update();
    invalidate();
  }, [now, centre, turned, eye, camera, size, ref, invalidate]);
  return null;
}

interface SceneProps extends Omit<FoldedViewProps, "side"> {
  readonly size: number;
  /** the side of the paper the eye is on, 1 or −1: the table is on the other */
  readonly up: number;
  readonly plain: boolean;
  readonly eye: readonly [number, number, number];
  readonly controls: RefObject<OrbitControls | null>;
}

const NO_INK: readonly Stroke[] = [];
const NO_BENDS: readonly Bend[] = [];

/** The table stands so far off the lowest paper, mm. */
const TABLE_OFF = 0.4;

function Scene({ solution, colours, progress, motion, onMotion, met, size, up, plain, eye, controls }: SceneProps) {
  const { folded, out } = stateAt(solution, progress);
  const far = out.join(" ");
  const now = useMemo(() => {
    const each = far === "" ? [] : far.split(" ").map(Number);
    const farOf = (lying: Contained): number => each[solution.contents.indexOf(lying)] ?? 0;
    return assembledAt(solution, { folded: ease(folded), out: farOf, motion });
  }, [solution, folded, far, motion]);
  const { sheets, contents } = now;
  const centre = useMemo(() => centreOf(solution, now, folded), [solution, now, folded]);
  const lowest = useMemo(() => {
    const { low, high } = boxOfPaper(now);
    return up > 0 ? low[2] - TABLE_OFF : high[2] + TABLE_OFF;
  }, [now, up]);
  const turned = turnOf(solution);
  const moves = useMemo(() => movers(solution), [solution]);
  const space = useRef<Group>(null);
  const take = useMotionGrip({ solution, motion, onMotion, space, controls });
  const isDone = folded >= lastOrder(solution);
  const { caliper } = solution.spec.stock;
  const bends = useMemo(() => bendsOf(sheets), [sheets]);
  return (
    <>
      <Framed {...{ now, centre, turned, eye, controls }} />
      <mesh position={[0, 0, lowest]} rotation={[up > 0 ? 0 : Math.PI, 0, 0]} receiveShadow>
        <planeGeometry args={[size * 14, size * 14]} />
        <meshStandardMaterial color={colour.table} roughness={1} />
      </mesh>
      <group rotation={[0, 0, (turned * Math.PI) / 180]}>
        <group ref={space} position={[-centre[0], -centre[1], 0]}>
          {sheets.map(({ id, piece, points, openings, pose }, i) => {
            const moving = isDone ? moves.get(id) : undefined;
            return (
              <PaperSheet
                key={`${id} ${String(i)}`}
                points={points}
                openings={openings}
                pose={pose}
                colours={pieceColours(piece, colours)}
                thick={piece.stock?.caliper ?? caliper}
                plain={plain}
                ink={piece.strokes ?? NO_INK}
                patterned={patternedOf(piece, solution.spec)}
                bends={bends[i] ?? NO_BENDS}
                met={met.includes(id)}
                onGrip={
                  moving === undefined
                    ? undefined
                    : (event) => {
                        take(moving, id, event);
                      }
                }
              />
            );
          })}
          {contents.flatMap((inside) =>
            (inside.lying.things ?? [{ ...inside.lying, above: 0 }]).map((thing, i) => (
              <InsideThing key={`${inside.lying.on.piece} ${String(i)}`} inside={inside} thing={thing} />
            )),
          )}
        </group>
      </group>
    </>
  );
}
