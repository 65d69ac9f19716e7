/** Reads outlines out of files of unknown origin: what its worker answers. */
import { boundsOf, flatten, type KeptOutline, mapPath, type OwnNet, type Path, pathData } from "@cut-fold/core";
import { type GroupRole, groupsOf, netOf, netRole, type NetTold } from "@cut-fold/core/nets";
import {
  chainedByKind,
  keptOf,
  MOST_POINTS,
  MOST_SIDE,
  OutlineError,
  outlineMade,
  outlinesApart,
  pictureSize,
  readDrawing,
  safeWidth,
  FILE_LIMITS,
  leastAcross,
  type OutlineMaking,
  trace,
  type Tracing,
} from "@cut-fold/core/outlines";
import { unpacked } from "./unpacked.ts";

/** The outline that was found with what is to be told of it, or why there is none, in a sentence. */
export type OutlineRead =
  | { readonly ok: true; readonly outline: KeptOutline; readonly warnings: readonly string[] }
  | { readonly ok: false; readonly why: string };

/** Several of them. */
export type OutlinesRead =
  | { readonly ok: true; readonly outlines: readonly KeptOutline[] }
  | { readonly ok: false; readonly why: string };

/** A picture's outline: in points of the picture as it was traced, y up. */
export type PictureRead =
  | {
      readonly ok: true;
      readonly outline: KeptOutline;
      /** of the picture as it was traced, points; where the outline's lower left lies in it */
      readonly width: number;
      readonly height: number;
      readonly corner: readonly [number, number];
      /** lines and curves it is made of; how far what is seen stands off them at most, points */
      readonly nodes: number;
      readonly holes: number;
      readonly off: number;
      /** points across the smallest hole or speck that counts */
      readonly least: number;
      /** mm it may be wide without steps of the picture being seen */
      readonly safe: number;
    }
  | { readonly ok: false; readonly why: string };

/** Larger files are refused. */
const MOST_BYTES = 10_000_000;

const tooLarge = { ok: false, why: "The file is larger than 10 MB." } as const;

const turnedUp = (path: Path, height: number): Path => mapPath(path, ([x, y]) => [x, height - y]);

/** What a maker says of a net: which group of lines is what, how near ends were meant to meet (mm), how many times as large it is. */
export interface NetAsked {
  readonly roles: Readonly<Record<string, GroupRole>>;
  readonly near: number;
  readonly scale?: number;
}

/** A net as it was found, each part of it as path data (mm, y up), or why there is none, in a sentence. */
export type NetRead =
  | {
      readonly ok: true;
      readonly groups: readonly {
        readonly id: string;
        readonly guess: GroupRole;
        readonly count: number;
        readonly d: string;
      }[];
      readonly pieces: readonly {
        readonly panels: readonly { readonly id: string; readonly d: string }[];
        readonly folds: number;
        readonly cuts: number;
      }[];
      readonly told: readonly NetTold[];
      readonly lines: OwnNet["lines"];
      readonly warnings: readonly string[];
    }
  | { readonly ok: false; readonly why: string };

export const outlineApi = {
  make(one: KeptOutline, making: OutlineMaking): OutlineRead {
    try {
      return { ok: true, outline: outlineMade(one, making), warnings: [] };
    } catch (error) {
      if (error instanceof OutlineError) return { ok: false, why: `This cannot be made: ${error.message}.` };
      throw error;
    }
  },

  apart: (one: KeptOutline): OutlinesRead => ({ ok: true, outlines: outlinesApart(one) }),

  async read(file: Blob): Promise<OutlineRead> {
    if (file.size > FILE_LIMITS.bytes) return tooLarge;
    try {
      const read = readDrawing(new Uint8Array(await file.arrayBuffer()));
      return { ok: true, outline: keptOf(read), warnings: read.warnings };
    } catch (error) {
      if (error instanceof OutlineError) return { ok: false, why: `This file cannot be read: ${error.message}.` };
      return { ok: false, why: "This file cannot be read: it is neither SVG, DXF nor HPGL, or it is damaged." };
    }
  },

  /** A whole net out of a drawing. @param asked what the maker says of it; as it is guessed where nothing is said */
  async net(file: Blob, asked: NetAsked): Promise<NetRead> {
    if (file.size > FILE_LIMITS.bytes) return tooLarge;
    try {
      const { outlines, warnings } = readDrawing(new Uint8Array(await file.arrayBuffer()), chainedByKind);
      const groups = groupsOf(outlines);
      const scale = asked.scale ?? 1;
      const lines = groups.flatMap(({ id, lines: own, guess }) => {
        const said = netRole(asked.roles[id] ?? guess);
        return said
          ? own.map(({ path }) => ({ ...said, path: mapPath(path, ([x, y]) => [x * scale, y * scale]) }))
          : [];
      });
      const { pieces, told } = netOf(lines, asked.near);
      return {
        ok: true,
        groups: groups.map(({ id, lines: own, guess }) => ({
          ...{ id, guess, count: own.length },
          d: own.map(({ path }) => pathData(mapPath(path, ([x, y]) => [x * scale, y * scale]))).join(""),
        })),
        pieces: pieces.map(({ panels, folds, cuts }) => ({
          panels: panels.map(({ id, outline }) => ({ id, d: pathData(outline) })),
          ...{ folds: folds.length, cuts: cuts.length },
        })),
        told,
        lines: lines.map(({ role, fold, path }) => ({ role, ...(fold && { fold }), d: pathData(path) })),
        warnings,
      };
    } catch (error) {
      if (error instanceof OutlineError) return { ok: false, why: `This file cannot be read: ${error.message}.` };
      return { ok: false, why: "This file cannot be read: it is neither SVG, DXF nor HPGL, or it is damaged." };
    }
  },

  async trace(file: Blob, tracing: Tracing): Promise<PictureRead> {
    if (file.size > MOST_BYTES) return tooLarge;
    const said = pictureSize(new Uint8Array(await file.slice(0, 500_000).arrayBuffer()));
    if (!said) return { ok: false, why: "This is no PNG or JPEG picture, or it is damaged." };
    if (said.width * said.height > MOST_POINTS)
      return {
        ok: false,
        why: `This picture unfolds to ${String(said.width)} × ${String(said.height)} points, more than can be traced. Save it smaller.`,
      };
    try {
      const picture = await unpacked(file, MOST_SIDE);
      const { width, height } = picture;
      const traced = trace(picture, tracing);
      const [outer] = traced?.rings ?? [];
      if (!traced || !outer) return { ok: false, why: "Nothing in this picture stands out from its paper." };
      const rings = traced.rings.map((ring) => turnedUp(ring, height));
      const outline = keptOf({ outlines: rings.map((path) => ({ id: "traced", closed: true, path })) });
      const { left, bottom } = boundsOf(rings.flatMap((ring) => flatten(ring)));
      return {
        ok: true,
        outline,
        width,
        height,
        corner: [left, bottom],
        nodes: rings.reduce((sum, ring) => sum + ring.length, 0),
        holes: rings.length - 1,
        off: traced.off,
        least: leastAcross(tracing.least ?? 0, picture),
        safe: safeWidth(outline.width),
      };
    } catch (error) {
      if (error instanceof OutlineError) return { ok: false, why: `This picture cannot be traced: ${error.message}.` };
      return {
        ok: false,
        why: "This picture cannot be unpacked: it is damaged, or of a kind this browser does not know.",
      };
    }
  },
};
export type OutlineApi = typeof outlineApi;
