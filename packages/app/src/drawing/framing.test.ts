/** How a folded thing is framed: what a camera is told, asked without one. */
import "@cut-fold/core/forms";
import { assembledAt, lastOrder, type Point3, readSpec, solve, type Solution } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { boxOfPaper, centreOf, cornersSeen, eyeOf, facesUp, framed, movers, sizeSeen, turnOf } from "./framing.ts";

function solved(given: object): Solution {
  const read = readSpec({ method: { board: "scoring-millimetre" }, ...given });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return solve(read.value);
}
const A6 = { preset: "iso-a6" };
const card = (fold: string): Solution => solved({ form: "card-base", contents: A6, settings: { fold } });
const pocket = solved({ form: "side-tab-pocket", contents: A6 });
const popUp = solved({ form: "pop-up-cradle-card", contents: A6, settings: { fold: "side", step: 20 } });
const tray = solved({ form: "sleeve-and-tray", contents: { width: 60, height: 100, thickness: 15 } });
const slider = solved({ form: "slider-pocket-card", contents: A6 });
const square = solved({
  ...{ form: "square-blank-envelope", contents: A6, method: { board: "one-millimetre" } },
});
const ALL = [card("side"), card("top"), pocket, popUp, tray, slider];

describe("the box of paper", () => {
  it("is its blank while it lies flat, and as thick as nothing", () => {
    const { low, high } = boxOfPaper(assembledAt(card("side"), { folded: 0 }));
    expect([high[0] - low[0], high[1] - low[1]].map((v) => Math.round(v))).toEqual([296, 105]);
    expect(high[2] - low[2]).toBeLessThan(1);
  });
});

describe("the size that is seen", () => {
  it("holds the blank, the closed thing, and all that moves moved as far as it goes", () => {
    for (const s of ALL) {
      const size = sizeSeen(s);
      const moved = Object.fromEntries(s.motions.map((m) => [m.id, 1]));
      for (const at of [{ folded: 0 }, { folded: lastOrder(s) }, { folded: lastOrder(s), motion: moved }]) {
        const { low, high } = boxOfPaper(assembledAt(s, at));
        // flat paper may reach out by a part: the eye is far enough for it
        expect(Math.max(high[0] - low[0], high[1] - low[1]), s.form).toBeLessThanOrEqual(size * 1.26);
      }
    }
  });

  it("grows with what stands up: it comes nearer to the eye", () => {
    const [low, high] = [12, 45].map((thickness) =>
      solved({ form: "sleeve-and-tray", contents: { width: 60, height: 100, thickness } }),
    );
    if (!low || !high) throw new Error("nothing solved");
    expect(sizeSeen(high)).toBeGreaterThan(sizeSeen(low) + 10);
  });
});

describe("the place looked at", () => {
  it("is the middle of a closed holder whatever is folded, and of the whole way that something slides", () => {
    const closed = centreOf(pocket, assembledAt(pocket, { folded: 99 }), 99);
    expect(centreOf(pocket, assembledAt(pocket, { folded: 0 }), 0)).toEqual(closed);
    const still = boxOfPaper(assembledAt(tray, { folded: lastOrder(tray) }));
    const [, y] = centreOf(tray, assembledAt(tray, { folded: lastOrder(tray) }), lastOrder(tray));
    // the tray comes out by 0.8 of its length: the middle lies that much nearer to it
    expect(Math.abs(y - (still.low[1] + still.high[1]) / 2)).toBeGreaterThan(30);
  });

  it("of a card is the middle of its paper as it is now", () => {
    const s = card("side");
    const flat = centreOf(s, assembledAt(s, { folded: 0 }), 0);
    expect(flat.map((v) => Math.round(v * 10) / 10)).toEqual([148, 52.5]);
    const closed = centreOf(s, assembledAt(s, { folded: 1 }), 1);
    expect(Math.abs(closed[0] - flat[0])).toBeCloseTo(74, 0);
  });
});

describe("which way it is turned", () => {
  it("puts the fold of a card that opens upwards above, and leaves one that opens sideways", () => {
    expect(turnOf(card("side"))).toBe(0);
    expect(turnOf(card("top"))).toBe(180);
  });

  it("puts a holder's mouth up: contents come in from above", () => {
    for (const s of [pocket, tray]) {
      const way = s.contents[0]?.way ?? [0, 0];
      const turned = (turnOf(s) * Math.PI) / 180;
      expect(way[0] * Math.sin(turned) + way[1] * Math.cos(turned)).toBeCloseTo(1, 6);
    }
  });

  it("knows whether what is in front looks up when it is closed", () => {
    const upOf = (s: Solution): boolean => {
      const front = assembledAt(s, { folded: lastOrder(s) }).sheets.find((sheet) => sheet.panel === "front");
      return (front?.pose.r[8] ?? 0) > 0;
    };
    expect(facesUp(card("side"))).toBe(upOf(card("side")));
  });
});

describe("the eye", () => {
  it("stands on the side that is asked for, and looks at what is opened from across its fold", () => {
    for (const s of ALL) {
      expect(eyeOf(s, "closing")[2]).toBeGreaterThan(0);
      expect(eyeOf(s, "address")[2]).toBeLessThan(0);
    }
    for (const fold of ["side", "top"]) {
      const s = card(fold);
      const eye = eyeOf(s, "inside");
      const closed = assembledAt(s, { folded: 1 });
      const open = assembledAt(s, { folded: 1, motion: { open: 0.5 } });
      const rises = (now: typeof open): number => boxOfPaper(now).high[2] + boxOfPaper(now).low[2];
      // half open the front stands up on the side the eye is on
      expect(Math.sign(eye[2])).toBe(Math.sign(rises(open) - rises(closed)));
    }
  });
});

describe("what is taken hold of", () => {
  it("moves by its own motion, and what stays is nobody's", () => {
    for (const s of ALL) {
      const held = movers(s);
      for (const id of held.values()) expect(s.motions.map((m) => m.id)).toContain(id);
      if (s.motions.length === 0) expect(held.size).toBe(0);
    }
    expect(movers(popUp).has("card/back")).toBe(false);
    expect([...movers(popUp).keys()]).toEqual(expect.arrayContaining(["card/front", "cradle/riser", "shown/figure"]));
    const pulled = [...movers(tray).keys()];
    expect(pulled.length).toBeGreaterThan(4);
    expect(pulled.every((key) => key.startsWith("tray/"))).toBe(true);
  });

  it("really moves: every paper that is named is elsewhere half way", () => {
    for (const s of [popUp, tray, slider])
      for (const [key, id] of movers(s)) {
        const folded = lastOrder(s);
        const before = s.motions.find((m) => m.id === id)?.after;
        const motion = before === undefined ? {} : { [before]: 1 };
        const at = (part: number): Point3 | undefined =>
          assembledAt(s, { folded, motion: { ...motion, [id]: part } }).poses.get(key)?.t;
        const turned = assembledAt(s, { folded, motion: { ...motion, [id]: 0.5 } }).poses.get(key)?.r;
        const rest = assembledAt(s, { folded, motion }).poses.get(key);
        expect([at(0.5), turned]).not.toEqual([rest?.t, rest?.r]);
      }
  });
});

describe("the frame", () => {
  /* a pinhole camera of its own: where each corner comes to lie in the picture, as parts of half its height and half its width */
  const seenAt = (p: Point3, at: Point3, from: Point3, fov: number, aspect: number): readonly [number, number] => {
    const sub = (a: Point3, b: Point3): Point3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
    const dot = (a: Point3, b: Point3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    const scaled = (a: Point3, k: number): Point3 => [a[0] * k, a[1] * k, a[2] * k];
    const unit = (a: Point3): Point3 => scaled(a, 1 / Math.hypot(...a));
    const ahead = unit(sub(at, from));
    // what of straight up is square to the way one looks
    const up = unit(sub([0, 1, 0], scaled(ahead, ahead[1])));
    const right: Point3 = [
      ahead[1] * up[2] - ahead[2] * up[1],
      ahead[2] * up[0] - ahead[0] * up[2],
      ahead[0] * up[1] - ahead[1] * up[0],
    ];
    const to = sub(p, from);
    const half = dot(to, ahead) * Math.tan((fov * Math.PI) / 360);
    return [dot(to, right) / (half * aspect), dot(to, up) / half];
  };

  it("has all of it in the picture at every moment, from every side, and fills it on one axis", () => {
    // an envelope lies turned by an eighth on its square
    for (const s of [...ALL, square])
      for (const side of ["closing", "address", "open"] as const)
        for (const folded of [0, lastOrder(s) / 2, lastOrder(s)]) {
          const now = assembledAt(s, { folded, out: () => 1 });
          const seen = cornersSeen(now);
          const [centre, turned, eye] = [centreOf(s, now, folded), turnOf(s), eyeOf(s, side)];
          const { at, far } = framed(seen, { centre, turned, eye, fov: 32, aspect: 1.9 });
          const from: Point3 = [at[0] + eye[0] * far, at[1] + eye[1] * far, at[2] + eye[2] * far];
          const turn = (turned * Math.PI) / 180;
          const corners = seen.map(([x, y, z]): Point3 => {
            const [u, v] = [x - centre[0], y - centre[1]];
            return [u * Math.cos(turn) - v * Math.sin(turn), u * Math.sin(turn) + v * Math.cos(turn), z];
          });
          const reach = Math.max(...corners.flatMap((p) => seenAt(p, at, from, 32, 1.9).map((part) => Math.abs(part))));
          expect(reach, `${s.form} ${side} ${String(folded)}`).toBeLessThanOrEqual(1);
          expect(reach, `${s.form} ${side} ${String(folded)}`).toBeGreaterThan(0.8);
        }
  });
});
