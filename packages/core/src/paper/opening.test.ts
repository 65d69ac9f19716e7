import { describe, expect, it } from "vitest";
import { closedPicture } from "../pictures/closed.ts";
import { areaOf, line, polygon } from "../geometry/path.ts";
import { solve } from "../solve.ts";
import { specOf } from "../test/randomSpec.ts";
import { openingsOf } from "./opening.ts";

describe("openings", () => {
  const window = polygon([
    [2, 2],
    [8, 2],
    [8, 8],
    [2, 8],
  ]);

  it("are what something drops out of, and no slits", () => {
    const cuts = [
      { id: "window", kind: "window", panel: "front", path: window },
      { id: "slit", kind: "slit", panel: "front", path: [line([0, 0], [5, 0])] },
      { id: "other", kind: "hole", panel: "back", path: window },
    ] as const;
    expect(openingsOf(cuts)).toEqual([window, window]);
    expect(openingsOf(cuts, "front")).toEqual([window]);
  });

  it("are left open in the pictures: a frame shows what lies under it", () => {
    // A6 card, frame 138 × 95 with bars of 8: 122 × 79 stay open
    const s = solve(
      specOf({
        form: "card-base",
        contents: { width: 148, height: 105 },
        method: { board: "scoring-millimetre" },
        layers: [{ kind: "frame", border: 5, width: 8, stock: { preset: "text-120-plum" } }],
      }),
    );
    const frame = closedPicture(s).shapes.find((shape) => shape.of === "layer-1/frame/frame");
    expect(frame?.paper).toMatchObject({ face: "#a9788c", back: "#d9bdc6" });
    expect(frame?.holes?.map((hole) => Math.abs(areaOf(hole)))).toEqual([122 * 79]);
    // a pocket's slit is no hole in it
    const tabbed = solve(
      specOf({ form: "square-blank-envelope", contents: { preset: "us-a2" }, settings: { closure: "tab" } }),
    );
    expect(closedPicture(tabbed).shapes.every((shape) => shape.holes === undefined)).toBe(true);
  });
});
