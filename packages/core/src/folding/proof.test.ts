/** The proof must catch wrong geometry. Each case breaks one thing in a good solution, and a form with a wrong formula is run as well. */
import { describe, expect, it } from "vitest";
import { placePath } from "../geometry/path.ts";
import type { Piece } from "../model/piece.ts";
import type { Solution } from "../model/solution.ts";
import { derivePiece } from "../paper/derive.ts";
import { solve } from "../solve.ts";
import { formOf, pressed, specOf } from "../test/randomSpec.ts";
import { draftOf } from "../paper/drafted.ts";
import { withGlue } from "../paper/seam.ts";
import { setupOf } from "../recipe/readMethod.ts";
import { posesOf, move } from "../paper/pose.ts";
import { prove } from "./proof.ts";

const spec = specOf({ form: "square-blank-envelope", contents: { preset: "iso-a6" }, settings: { closure: "tab" } });
const good = solve(spec);
const withBody = (change: (piece: Piece) => Piece): Solution => ({
  ...good,
  pieces: good.pieces.map((p, i) => (i === 0 ? change(p) : p)),
});

describe("the folding proof", () => {
  it("passes what is right", () => {
    expect(prove(good)).toMatchObject({ ok: true, crossings: [] });
  });

  it("measures the folds and not the claim: a gap that is reported wrong is caught", () => {
    expect(
      prove({
        ...good,
        contents: good.contents.map((c) => ({ ...c, gap: { ...c.gap, height: c.gap.height + 0.5 } })),
      }).ok,
    ).toBe(false);
  });

  it("catches glue that misses its target", () => {
    const moved = withBody((p) => ({
      ...p,
      glue: p.glue.map((g) => ({ ...g, polygon: g.polygon.map(([x, y]) => [x + 12, y] as const) })),
    }));
    const proof = prove(moved);
    expect(proof.ok).toBe(false);
    expect(Math.max(...proof.landings.map((l) => l.outside))).toBeGreaterThan(50);
  });

  it("catches glue on the wrong face", () => {
    const turned = withBody((p) => ({ ...p, glue: p.glue.map((g) => ({ ...g, onto: { ...g.onto, panel: "top" } })) }));
    expect(prove(turned).ok).toBe(false);
  });

  it("catches two flaps that claim the same ply", () => {
    const flat = withBody((p) => ({ ...p, folds: p.folds.map((f) => ({ ...f, order: 1 })) }));
    expect(prove(flat).crossings.some((c) => c.when === "folded")).toBe(true);
  });

  it("catches panels that overlap in the blank, and an outline that is not theirs", () => {
    const shifted = withBody((p) => ({
      ...p,
      panels: p.panels.map((panel) =>
        panel.id === "top"
          ? { ...panel, outline: placePath(panel.outline, { x: 0, y: -4, rotation: 0, flip: false }) }
          : panel,
      ),
    }));
    expect(prove(shifted).crossings.some((c) => c.when === "flat")).toBe(true);
    const cut = withBody((p) => ({ ...p, panels: p.panels.slice(0, 4) }));
    expect(() => prove(cut)).toThrow(/moves a panel/u);
  });

  it("catches contents that are too large for the cavity", () => {
    const larger = { ...good, contents: good.contents.map((c) => ({ ...c, height: c.height + 12 })) };
    expect(prove(larger).contents.crossing).toBeGreaterThan(0);
    expect(prove(larger).ok).toBe(false);
  });

  it("catches a form with a wrong formula: a height that forgets the thickness", () => {
    const form = formOf("square-blank-envelope");
    const input = { contents: spec.contents, stock: spec.stock, settings: spec.settings, setup: setupOf(spec) };
    const thick = { ...input, contents: { ...input.contents, thickness: 5 } };
    const short = { ...thick, contents: { ...thick.contents, height: thick.contents.height - 5 } };
    const drafted = (asked: typeof thick) =>
      draftOf(form.draft(asked), { contents: asked.contents, label: () => undefined });
    const [forgetful, honest] = [drafted(short), drafted(thick)];
    const solutionOf = (made: typeof honest): Solution => ({
      ...good,
      ...made,
      fittings: [],
      pieces: withGlue(made, made.seams, spec.stock.caliper).map(derivePiece),
      contents: honest.contents.map((c, i) => ({
        ...c,
        gap: made.contents[i]?.gap ?? c.gap,
        x: made.contents[i]?.x ?? 0,
        y: made.contents[i]?.y ?? 0,
      })),
    });
    expect(prove(solutionOf(honest)).ok).toBe(true);
    expect(prove(solutionOf(forgetful)).ok).toBe(false);
  });
});

describe("poses", () => {
  it("turns a valley fold towards whoever looks at the drawn face, and a mountain away", () => {
    const card = solve(specOf({ form: "card-base", contents: { preset: "iso-a6" } })).pieces[0] as Piece;
    const half = posesOf(card, { progress: 0.5, caliper: 0.3 });
    const front = half.get("front");
    if (!front) throw new Error("no front");
    // half way through a mountain fold the front stands away from the viewer: z below the sheet
    expect(move(front, [card.blank.width, 10, 0])[2]).toBeLessThan(-100);
    const body = posesOf(good.pieces[0] as Piece, { progress: 0.5, caliper: 0.3 }).get("left");
    if (!body) throw new Error("no flap");
    expect(move(body, [20, 20, 0])[2]).toBeGreaterThan(20);
  });
});

describe("a tab that ends exactly where what is inside does", () => {
  // 60 mm of room round 40, tabs of 10 from either side: by the numbers they meet, and neither takes a ply of the other's
  // room; the end walls stand half a ply into it on each side
  it.each([40, 225])("takes no room of it, %d mm high", (height) => {
    const s = solve(
      specOf({
        ...{ form: "sleeve-and-tray", contents: { width: 40, height, thickness: 0.53 } },
        ...{ stock: { caliper: 0.08, weight: 120 }, settings: { play: 19.01, tab: 10, slack: 0.5 } },
        method: { board: "scoring-millimetre" },
      }),
    );
    const proof = prove(s);
    expect(proof.ok).toBe(true);
    expect(proof.contents.gap?.height).toBeCloseTo(20 - 0.08, 6);
  });
});

describe("the proof says no", () => {
  // a bar of 150 × 75 × 10 in paper a mm thick, half a mm of room
  const box = (form: string) =>
    solve(
      specOf({
        ...{ form, contents: { width: 75, height: 150, thickness: 10 }, stock: { caliper: 1, weight: 600 } },
        ...{ settings: { play: 0.5 }, method: { board: "scoring-millimetre" } },
      }),
    );

  it.each(["sleeve-and-tray", "tuck-box"])("to a %s one ply too tight", (form) => {
    const s = box(form);
    expect(prove(s).ok).toBe(true);
    expect(s.gap.width).toBeGreaterThanOrEqual(0.5);
    // the same paper round something a ply wider, as if a wall took no room
    const tight = s.contents.map((c) => ({ ...c, width: c.width + 1 }));
    expect(prove({ ...s, contents: tight }).ok).toBe(false);
    // and where only the claim is a ply too good
    const claimed = s.contents.map((c) => ({ ...c, gap: { ...c.gap, width: c.gap.width + 1 } }));
    expect(prove({ ...s, contents: claimed }).ok).toBe(false);
  });

  it("measures the tray's room in its sleeve from face to face: slack, and what the ruler adds", () => {
    const s = box("sleeve-and-tray");
    const at = (piece: string, fold: string) =>
      s.pieces.find((p) => p.id === piece)?.folds.find((f) => f.id === fold)?.from[0] ?? NaN;
    const across = at("sleeve", "score-right-side") - at("sleeve", "score-seam-strip");
    const inner = at("tray", "score-right-wall") - at("tray", "score-left-wall");
    // the sleeve's walls and its strip take two plies of its width, the tray's walls stand one wider than its floor
    expect(across - 2 - (inner + 1)).toBeGreaterThanOrEqual(1);
    expect(across - 2 - (inner + 1)).toBeLessThan(1 + 1);
  });

  it("to a piece that reaches past its sheet, and to an opening wider than the strip it goes through", () => {
    const [piece, ...more] = good.pieces as [Piece, ...Piece[]];
    const short = { ...piece, blank: { ...piece.blank, height: piece.blank.height - 5 } };
    const past = prove({ ...good, pieces: [short, ...more] });
    expect(past.ok).toBe(false);
    expect(past.offBlank).toMatchObject([{ piece: piece.id }]);
    const stick = specOf({
      ...{
        form: "stick-holder",
        contents: { width: 40, height: 40, thickness: 4 },
        settings: { stick: 12, points: "down" },
      },
      method: { board: "scoring-millimetre" },
    });
    const told = solve(stick).findings.find((f) => f.code === "past-panel");
    expect(prove(solve(stick)).ok).toBe(false);
    expect(told).toMatchObject({ check: "hole", severity: "error" });
    // its button makes room for the stick
    expect(prove(solve(pressed(stick, told))).ok).toBe(true);
  });
});
