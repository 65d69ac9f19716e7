/** One thing of what goes in, in its true shape: a box, a ball, a ball on a stick, a loose heap. */
import { after, type Inside, type Contained, STILL, type Thing } from "@cut-fold/core";
import { useEffect, useMemo } from "react";
import * as THREE from "three";
import { colour } from "../theme/theme.ts";
import { offPlace } from "./onItsWay.ts";
import { matrixOf } from "./PaperSheet.tsx";

interface InsideThingProps {
  readonly inside: Inside;
  readonly thing: Pick<Thing, "width" | "height" | "thickness" | "above">;
}

/** What is inside is paler than any paper, and its edges are rust. */
/** A stick is so thick, and stands out of its ball by so many times its width. */
const STICK_MM = 4;
const STICK_PART = 1.6;
/** A heap is drawn as so many lumps across. */
const LUMPS = 4;

/** Where its holder's panel is, so far out along its way. */
export function InsideThing({ inside, thing }: InsideThingProps) {
  const { thickness, above } = thing;
  const { lying, pose } = inside;
  const [x, y, z] = offPlace(inside);
  const matrix = matrixOf(after(pose, { ...STILL, t: [x, y, above + thickness / 2 + z] }));
  return (
    <group matrix={matrix} matrixAutoUpdate={false}>
      <Shape lying={lying} thing={thing} />
    </group>
  );
}

function Shape({ lying, thing }: { readonly lying: Contained; readonly thing: InsideThingProps["thing"] }) {
  const { width, height, thickness } = thing;
  if (lying.shape === "loose") return <Heap {...thing} />;
  if (lying.shape === undefined) return <Box {...thing} />;
  const long = STICK_PART * Math.max(width, height);
  // the stick points the way it came in
  const turned = (Math.atan2(lying.way[1], lying.way[0]) * 180) / Math.PI - 90 - lying.rotation;
  return (
    <>
      <mesh castShadow receiveShadow scale={[width / 2, height / 2, thickness / 2]}>
        <sphereGeometry args={[1, 36, 24]} />
        <meshStandardMaterial color={colour.honey} roughness={0.35} />
      </mesh>
      {lying.shape === "lolly" ? (
        <group rotation={[0, 0, (turned * Math.PI) / 180]}>
          <mesh castShadow receiveShadow position={[0, height * 0.4 + long / 2, 0]}>
            <cylinderGeometry args={[STICK_MM / 2, STICK_MM / 2, long, 16]} />
            <meshStandardMaterial color={colour.stick} roughness={0.8} />
          </mesh>
        </group>
      ) : null}
    </>
  );
}

function Box({ width, height, thickness }: InsideThingProps["thing"]) {
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
  return (
    <mesh castShadow receiveShadow>
      <boxGeometry args={[width, height, thickness]} />
      <meshStandardMaterial color={colour.pale} roughness={0.85} />
      <lineSegments geometry={edges}>
        <lineBasicMaterial color={colour.rust} transparent opacity={0.45} />
      </lineSegments>
    </mesh>
  );
}

/** Lumps that fill the heap's box, each row off the one below. */
function Heap({ width, height, thickness }: InsideThingProps["thing"]) {
  const radius = Math.min(thickness / 2, width / LUMPS / 1.6);
  const spots = Array.from({ length: LUMPS * LUMPS }, (_, i): readonly [number, number, number] => {
    const [col, row] = [i % LUMPS, Math.floor(i / LUMPS)];
    const aside = row % 2 === 0 ? -0.12 : 0.12;
    const at = (n: number, size: number, off = 0): number => ((n + 0.5 + off) / LUMPS - 0.5) * (size - radius / 2);
    return [at(col, width, aside), at(row, height), ((i * 7) % 5) * 0.08 * thickness - thickness * 0.16];
  });
  return spots.map((spot, i) => (
    <mesh key={i} castShadow receiveShadow position={[...spot]} scale={[1, 0.9 + (i % 3) * 0.08, 0.85]}>
      <icosahedronGeometry args={[radius, 2]} />
      <meshStandardMaterial color={colour.honey} roughness={0.7} />
    </mesh>
  ));
}
