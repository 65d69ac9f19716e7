/**
 * The paper of a tag: its head shaped corner by corner, or all of it cut to an outline.
 *
 *      ╱──────╲        ╱╲         ╭──────╮       ┌───────┐
 *     │        │      │  │      │          │     │       │
 *     └────────┘      └──┘      └──────────┘     └───────┘
 *      clipped       pointed       rounded         plain
 */
import { shapes } from "../../catalogue/shapes.ts";
import { clipped, type CornerCut, rounded } from "../../paper/shape.ts";
import { outlined, panel, type Rectangle } from "../../paper/panel.ts";
import { outlineIn } from "../shared/outlines.ts";

/** What the maker has set of it. */
interface TagSet {
  readonly head: "clipped" | "pointed" | "rounded" | "plain" | "outline";
  readonly cutTo: string;
  readonly drawn: string;
  readonly cornerRadius: number;
}

/** How much of the width a clipped corner takes from each side. */
const CLIPPED_PART = 0.25;

/** The tag itself: cut to an outline, or its head shaped corner by corner. */
export function tagBody(set: TagSet, w: number, h: number): Rectangle {
  const outline = set.head === "outline" ? outlineIn(shapes, set.cutTo, set.drawn, "heart") : undefined;
  if (outline) return outlined("tag", "Tag", { width: w, height: h }, outline.outline(w, h));
  const radius = Math.min(set.cornerRadius, w / 4, h / 4);
  const half = Math.min(w / 2, h / 2);
  const [foot, clip] = [rounded(radius), clipped(Math.min(w * CLIPPED_PART, h / 3), radius)];
  const heads: Readonly<Record<TagSet["head"], readonly [CornerCut, CornerCut]>> = {
    clipped: [clip, clip],
    pointed: [clipped(half, radius, w / 2), clipped(w / 2, radius, half)],
    rounded: [rounded(half), rounded(half)],
    plain: [foot, foot],
    outline: [foot, foot],
  };
  const [topRight, topLeft] = heads[set.head];
  return panel("tag", "Tag", w, h, { corners: { bottomLeft: foot, bottomRight: foot, topRight, topLeft } });
}
