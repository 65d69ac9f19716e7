/** How a folded thing is framed: what a camera is told, asked without one. */
import "@cut-fold/core/forms";
import { assembledAt, lastOrder, type Point3, readSpec, solve, type Solution } from "@cut-fold/core";
import { describe, expect, it } from "vitest";
import { boxOfPaper, centreOf, eyeOf, facesUp, movers, sizeSeen, turnOf } from "./framing.ts";

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
