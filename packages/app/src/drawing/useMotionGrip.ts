/**
 * What moves is moved by the paper itself: a grip on it follows the pointer. How far the motion must go for that is found on
 * the screen: how much the gripped place moves there for a little of the motion.
 */
import { assembledAt, lastOrder, move, type Point3, type Drawing, undo } from "@cut-fold/core";
import { type ThreeEvent, useThree } from "@react-three/fiber";
import { type RefObject, useCallback, useEffect, useRef } from "react";
import * as THREE from "three";
import type { OrbitControls } from "three/addons/controls/OrbitControls.js";

/** A part of a motion small enough that the paper moves straight. */
const LITTLE = 0.01;

interface Grip {
  readonly id: string;
  readonly key: string;
  /** the gripped place in the panel's flat coordinates */
  readonly place: Point3;
}

interface Gripping {
  readonly solution: Drawing;
  readonly motion: Readonly<Record<string, number>>;
  readonly onMotion: (id: string, value: number) => void;
  /** what the solution's coordinates are drawn in */
  readonly space: RefObject<THREE.Group | null>;
  readonly controls: RefObject<OrbitControls | null>;
}

export function useMotionGrip({ solution, motion, onMotion, space, controls }: Gripping) {
  const { camera, gl } = useThree();
  const grip = useRef<Grip>(undefined);
  const now = useRef({ solution, motion, onMotion });
  useEffect(() => {
    now.current = { solution, motion, onMotion };
  });

  /** Where the gripped place is on the screen, px, with the motion so far. */
  const shown = useCallback(
    ({ id, key, place }: Grip, value: number): THREE.Vector2 | undefined => {
      const { solution: s, motion: m } = now.current;
      const pose = assembledAt(s, { folded: lastOrder(s), motion: { ...m, [id]: value } }).poses.get(key);
      if (!pose || !space.current) return undefined;
      const at = space.current.localToWorld(new THREE.Vector3(...move(pose, place))).project(camera);
      const { clientWidth, clientHeight } = gl.domElement;
      return new THREE.Vector2(((at.x + 1) / 2) * clientWidth, ((1 - at.y) / 2) * clientHeight);
    },
    [camera, gl, space],
  );

  useEffect(() => {
    const follow = (event: PointerEvent): void => {
      const held = grip.current;
      if (!held) return;
      const { left, top } = gl.domElement.getBoundingClientRect();
      const value = now.current.motion[held.id] ?? 0;
      const ahead = value + LITTLE > 1 ? value - LITTLE : value + LITTLE;
      const [here, there] = [shown(held, value), shown(held, ahead)];
      if (!here || !there) return;
      const way = there.sub(here).divideScalar(ahead - value);
      const pulled = new THREE.Vector2(event.clientX - left, event.clientY - top).sub(here);
      const by = way.lengthSq() > 1 ? pulled.dot(way) / way.lengthSq() : 0;
      now.current.onMotion(held.id, Math.min(1, Math.max(0, value + by)));
    };
    const drop = (): void => {
      grip.current = undefined;
      if (controls.current) controls.current.enabled = true;
    };
    window.addEventListener("pointermove", follow);
    window.addEventListener("pointerup", drop);
    window.addEventListener("pointercancel", drop);
    return () => {
      window.removeEventListener("pointermove", follow);
      window.removeEventListener("pointerup", drop);
      window.removeEventListener("pointercancel", drop);
    };
  }, [gl, shown, controls]);

  /** Takes a panel in hand where it was pressed. */
  return useCallback(
    (id: string, key: string, event: ThreeEvent<PointerEvent>): void => {
      const { solution: s, motion: m } = now.current;
      const pose = assembledAt(s, { folded: lastOrder(s), motion: m }).poses.get(key);
      if (!pose || !space.current) return;
      event.stopPropagation();
      const { x, y, z } = space.current.worldToLocal(event.point.clone());
      grip.current = { id, key, place: move(undo(pose), [x, y, z]) };
      if (controls.current) controls.current.enabled = false;
    },
    [space, controls],
  );
}
