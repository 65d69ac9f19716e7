/**
 * Boards simulated. Each does only what a step says: lay the paper to a measure, punch, score down the groove, turn a
 * quarter and lay the last score on the guide. What is then on the paper must be what was drawn.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { catalogue } from "../catalogue/index.ts";
import { forms } from "../forms/all.ts";
import type { Line } from "../geometry/path.ts";
import { type Point, turn } from "../geometry/point.ts";
import { notchIn, toolIn } from "../recipe/readMethod.ts";
import { solve } from "../solve.ts";
import { formOf, randomSpec, specOf, runs } from "../test/randomSpec.ts";
import { makes } from "../forms/form.ts";
import type { Step } from "../model/solution.ts";
import { lieOnBoard } from "./punchBoard.ts";
import { place } from "../geometry/point.ts";
import { pictureOf } from "../pictures/picture.ts";
import { sayStep } from "../words/en.ts";

/** mm that a simulated score may stand off the drawn one */
const TOLERANCE = 0.1;

/** Paper on a punch board: knows its own side, where it lies, and what was done to it, in its own coordinates. */
class PunchBoard {
  private readonly side: number;
  private readonly notchDepth: number;
  /** paper to board: outside up, so the paper is seen mirrored */
  private angle = 180;
  private shift: Point = [0, 0];
  readonly notches: Point[] = [];
  readonly scores: [Point, Point][] = [];

  constructor(side: number, notchDepth: number) {
    this.side = side;
    this.notchDepth = notchDepth;
  }

  private toBoard([x, y]: Point): Point {
    const [c, s] = turn(this.angle);
    return [c * -x - s * y + this.shift[0], s * -x + c * y + this.shift[1]];
  }

  private toPaper([x, y]: Point): Point {
    const [c, s] = turn(-this.angle);
    const [u, v] = [x - this.shift[0], y - this.shift[1]];
    return [-(c * u - s * v), s * u + c * v];
  }

  private corners(): Point[] {
    return (
      [
        [0, 0],
        [this.side, 0],
        [this.side, this.side],
        [0, this.side],
      ] as const
    ).map((p) => this.toBoard(p));
  }

  private moveBy(dx: number, dy: number): void {
    this.shift = [this.shift[0] + dx, this.shift[1] + dy];
  }

  private toFence(): void {
    this.moveBy(0, -Math.max(...this.corners().map((p) => p[1])));
  }

  /** Edge to the fence, left corner to the measure on the ruler, which runs to the left from the punch. */
  layAt(measure: number): void {
    this.toFence();
    this.moveBy(-measure - Math.min(...this.corners().map((p) => p[0])), 0);
  }

  punch(): void {
    this.notches.push(this.toPaper([0, -this.notchDepth]));
  }

  /** Down the groove, from the notch to the far edge of the paper. */
  score(): void {
    const right = Math.max(...this.corners().map((p) => p[0]));
    const bottom = Math.min(...this.corners().map((p) => p[1]));
    const run = Math.min(right, -this.notchDepth - bottom);
    this.scores.push([this.toPaper([0, -this.notchDepth]), this.toPaper([run, -this.notchDepth - run])]);
  }

  /** A quarter turn to the left, edge to the fence, and along it until the last score lies on the guide. */
  turnToGuide(): void {
    this.angle += 90;
    this.toFence();
    const last = this.scores.at(-1);
    if (!last) throw new Error("nothing has been scored to lie on the guide");
    const [a, b] = [this.toBoard(last[0]), this.toBoard(last[1])];
    // the guide falls from the notch at 45° to the left: y = x − notch
    const slope = (b[1] - a[1]) / (b[0] - a[0]);
    expect(slope).toBeCloseTo(1, 6);
    this.moveBy(a[1] + this.notchDepth - a[0], 0);
  }

  follow(steps: readonly Step[]): void {
    for (const step of steps) {
      if (step.kind === "punch") {
        if (step.measure !== undefined) this.layAt(step.measure);
        this.punch();
      } else if (step.kind === "score") this.score();
      else if (step.kind === "turn") this.turnToGuide();
    }
  }
}

const offSegment = (p: Point, [a, b]: readonly [Point, Point]): number => {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const t = Math.min(1, Math.max(0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(a[0] + dx * t - p[0], a[1] + dy * t - p[1]);
};

describe("punch board", () => {
  it("measures once, and blindly followed makes the drawn notches and scores", () => {
    fc.assert(
      fc.property(randomSpec(formOf("square-blank-envelope")), (spec) => {
        const s = solve(spec);
        const piece = s.pieces[0];
        if (!piece) throw new Error("no piece");
        const common = catalogue.boards.find((b) => b.kind === "punch-board");
        const depth = notchIn(spec.method) ?? (common?.kind === "punch-board" ? common.notch : 0);
        const board = new PunchBoard(piece.blank.width, depth);
        board.follow(s.steps);
        expect(s.steps.filter((x) => x.kind === "punch" && x.measure !== undefined)).toHaveLength(1);
        expect(board.notches).toHaveLength(4);
        for (const fold of piece.folds) {
          // every drawn score lies on a made one, over its whole length
          const nearest = Math.min(
            ...board.scores.map((made) => Math.max(offSegment(fold.from, made), offSegment(fold.to, made))),
          );
          expect(nearest, fold.id).toBeLessThan(TOLERANCE);
          expect(
            Math.min(...board.notches.map((n) => Math.hypot(n[0] - fold.from[0], n[1] - fold.from[1]))),
          ).toBeLessThan(TOLERANCE);
        }
      }),
      { numRuns: runs(400) },
    );
  });

  it("shows the paper where the simulated board has it, turn after turn", () => {
    const s = solve(specOf({ form: "square-blank-envelope", contents: { preset: "us-a7" } }));
    const side = s.pieces[0]?.blank.width ?? 0;
    const p = s.steps.find((x) => x.kind === "punch")?.measure ?? 0;
    for (let k = 0; k < 4; k += 1) {
      const corners = (
        [
          [0, 0],
          [side, 0],
          [side, side],
          [0, side],
        ] as const
      ).map((c) => place(c, lieOnBoard(side, p, k)));
      expect(Math.max(...corners.map((c) => c[1]))).toBeCloseTo(0, 9);
      // the punch is p from the left corner, and p from the right one after an odd number of turns
      expect(Math.min(...corners.map((c) => c[0]))).toBeCloseTo(k % 2 === 0 ? -p : p - side, 9);
    }
  });
});

/** A sheet on a scoring board: it knows how far it has been turned to the left, and scores go right across it. */
class ScoringBoardSim {
  private turned = 0;
  readonly scores: (readonly [Point, Point])[] = [];
  private readonly blank: { readonly width: number; readonly height: number };
  private readonly faceDown: boolean;

  constructor(blank: { readonly width: number; readonly height: number }, faceDown: boolean) {
    this.blank = blank;
    this.faceDown = faceDown;
  }

  /** The sheet's own coordinates of a score `measure` from the stop. */
  private scoreAt(measure: number): void {
    const { width, height } = this.blank;
    // face down the sheet is seen mirrored: what is left on the board is its right edge as drawn
    const across = (x: number): number => (this.faceDown ? width - x : x);
    const upright = (x: number): readonly [Point, Point] => [
      [across(x), 0],
      [across(x), height],
    ];
    const level = (y: number): readonly [Point, Point] => [
      [0, y],
      [width, y],
    ];
    const made = {
      0: () => upright(measure),
      90: () => level(height - measure),
      180: () => upright(width - measure),
      270: () => level(measure),
    }[this.turned];
    if (!made) throw new Error(`turned by ${String(this.turned)}°`);
    this.scores.push(made());
  }

  follow(steps: readonly Step[]): void {
    let begun = false;
    for (const step of steps) {
      const by = { "turn-left": 90, "turn-half": 180, "turn-right": 270 }[step.code];
      if (by !== undefined) this.turned = (this.turned + by) % 360;
      // what is scored along a template or a ruler has no measure from a stop
      if (step.kind !== "score" || step.measure === undefined) continue;
      // the first is laid on as its sentence says; from then on only what a turn brings is known
      if (!begun) this.turned = { left: 0, top: 90, right: 180, bottom: 270 }[String(step.facts?.["edge"])] ?? NaN;
      begun = true;
      this.scoreAt(step.measure);
    }
  }
}

const byHand = forms.filter((f) => makes(f, "scoring-board"));

describe("scoring board", () => {
  it.each(byHand.map((f) => [f.id, f] as const))(
    "reads every score of %s within the board's reach, in order: blindly followed it makes the drawn scores",
    (_, form) => {
      fc.assert(
        fc.property(randomSpec(form), (spec) => {
          const s = solve(spec);
          const steps = s.steps.filter((x) => x.kind === "score");
          // a card that is there already is folded
          for (const piece of s.pieces.filter((p) => !p.bought)) {
            const board = new ScoringBoardSim(
              piece.blank,
              piece.folds.every((f) => f.angle >= 0),
            );
            board.follow(s.steps.filter((step) => step.scene.piece === piece.id));
            // curved scores and slanted ones are made along a template or a ruler, and what only bends is not scored
            const grooved = piece.folds.filter(
              (f) =>
                !f.path && !f.slack && (Math.abs(f.from[0] - f.to[0]) < 1e-6 || Math.abs(f.from[1] - f.to[1]) < 1e-6),
            );
            for (const fold of grooved) {
              const nearest = Math.min(
                ...board.scores.map((made) => Math.max(offSegment(fold.from, made), offSegment(fold.to, made))),
              );
              expect(nearest, fold.id).toBeLessThan(TOLERANCE);
            }
            // and no score that is not drawn
            for (const made of board.scores) {
              const drawn = piece.folds.some(
                (fold) => Math.max(offSegment(fold.from, made), offSegment(fold.to, made)) < TOLERANCE,
              );
              expect(drawn).toBe(true);
            }
          }
          let last = 0;
          for (const step of steps.filter((x) => x.measure !== undefined)) {
            // ascending from the stop, and on a mark of the ruler
            if (step.code === "score-on") expect(step.measure).toBeGreaterThanOrEqual(last);
            last = step.measure ?? 0;
            const reach = catalogue.boards.find((b) => b.id === toolIn(spec.method))?.reach ?? 0;
            if (!s.findings.some((f) => f.code === "too-long")) expect(last).toBeLessThanOrEqual(reach + 1e-6);
            expect(Math.abs(last / s.grid - Math.round(last / s.grid))).toBeLessThan(1e-6);
            // the picture lays the score where the groove is: at the measure to the right of the stop
            const shown = pictureOf(s, step).shapes.find((shape) => shape.role === "score" && shape.now)
              ?.path[0] as Line;
            expect(shown.from[0]).toBeCloseTo(last, 6);
            expect(shown.to[0]).toBeCloseTo(last, 6);
          }
        }),
        { numRuns: runs(120) },
      );
    },
  );
});

it("says of the form's own piece on which side it is glued by inside and outside", () => {
  const said = (given: object): string[] => solve(specOf(given)).steps.map((step) => sayStep(step, { unit: "mm" }));
  const envelope = said({ form: "square-blank-envelope", contents: { preset: "iso-a6" }, tape: 6 });
  expect(envelope.filter((text) => /on the inside of the bottom flap/u.test(text))).toHaveLength(1);
});

it("says of a score that does not run from edge to edge how long the sheet is there, which is not square", () => {
  const s = solve(specOf({ form: "gift-card-folder", contents: { preset: "gift-card" } }));
  const part = s.steps.filter(({ kind, facts }) => kind === "score" && facts?.["whole"] !== undefined);
  expect(part.length).toBeGreaterThan(0);
  for (const { facts, scene } of part) {
    const { width = 0, height = 0 } = s.pieces.find(({ id }) => id === scene.piece)?.blank ?? {};
    expect(Math.abs(width - height)).toBeGreaterThan(20);
    // on the board a score runs down from the fence
    const down = Math.round(scene.pose.rotation / 90) % 2 === 0 ? height : width;
    expect(facts?.["whole"]).toBeCloseTo(down, 6);
  }
});

it("reads from the other edge what the board does not reach, and says so only where no edge does", () => {
  // back 320, each gate 159 (160 less half a mm, on the ruler): 638 of sheet, the second score at 479, 159 from the right edge
  const s = solve(
    specOf({
      form: "card-base",
      contents: { width: 320, height: 100, thickness: 1 },
      settings: { fold: "gate" },
      method: { board: "scoring-millimetre" },
    }),
  );
  const scores = s.steps.filter((step) => step.kind === "score");
  expect(scores.map((step) => [step.facts?.["edge"], step.measure])).toEqual([
    ["left", 159],
    ["right", 159],
  ]);
  expect(s.steps.map((step) => step.code)).toContain("turn-half");
  expect(s.findings.filter((f) => f.check === "board")).toEqual([]);
});

describe("pictures", () => {
  it("of a tip that is trimmed show the cut across it, one for each flap, and not the score it runs beside", () => {
    const s = solve(
      specOf({
        ...{ form: "square-blank-envelope", contents: { preset: "iso-a6" }, settings: { closure: "tab" } },
        method: { board: "one-millimetre" },
      }),
    );
    const trims = s.steps.filter((step) => step.kind === "trim");
    expect(trims.length).toBeGreaterThan(0);
    for (const step of trims) {
      const { shapes } = pictureOf(s, step);
      const cuts = shapes.filter(({ role, now }) => role === "cut" && now).flatMap(({ path }) => path);
      const scores = shapes.filter(({ role }) => role === "score").flatMap(({ path }) => path);
      expect(cuts).toHaveLength(Number(step.facts?.["count"]));
      for (const cut of cuts)
        for (const score of scores) {
          const off = offSegment(cut.from, [score.from, score.to]) + offSegment(cut.to, [score.from, score.to]);
          expect(off).toBeGreaterThan(10);
        }
    }
  });

  it("draws every step of every form within bounds and without bad numbers", () => {
    for (const { id } of forms) {
      fc.assert(
        fc.property(randomSpec(formOf(id)), (spec) => {
          const s = solve(spec);
          for (const step of s.steps) {
            const picture = pictureOf(s, step);
            expect(picture.shapes.length).toBeGreaterThan(0);
            for (const v of Object.values(picture.bounds)) expect(Number.isFinite(v)).toBe(true);
          }
        }),
        { numRuns: runs(30) },
      );
    }
  });
});
