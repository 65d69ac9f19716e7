import { describe, expect, it } from "vitest";
import { demoDrafts } from "../../store/demo.ts";
import { matches, ordered } from "./finding.ts";
import { tagsIn } from "./LabelsDialog.tsx";

const [draft] = demoDrafts();
if (!draft) throw new Error("no demo draft");
const sized = (width: number, height: number, preset?: string) => ({
  ...draft,
  spec: { ...draft.spec, contents: { ...draft.spec.contents, width, height, preset } },
});

describe("finding a draft", () => {
  const seven = sized(177.8, 127, "us-a7");
  it.each(["5 x 7", "5x7", "7×5", "7 x 5 in", "127 × 177.8", "177.8x127 mm", "A7"])(
    "by its size or card: %s",
    (words) => {
      expect(matches(seven, words)).toBe(true);
    },
  );
  it.each(["15 x 7", "5 x 70", "27 × 177", "6x4"])("and no other: %s", (words) => {
    expect(matches(seven, words)).toBe(false);
  });
  it("with fractions as they are typed", () => {
    expect(matches(sized(139.7, 107.95), "5½ x 4¼")).toBe(true);
    expect(matches(sized(139.7, 107.95), "4 1/4 x 5 1/2")).toBe(true);
  });
  it("by words anywhere in name, tags and form", () => {
    const tagged = { ...seven, name: "Thanks", tags: ["Open day"] };
    expect(matches(tagged, "thanks OPEN")).toBe(true);
    expect(matches(tagged, "thanks closed")).toBe(false);
  });
});

it("orders by change, name and size", () => {
  const all = [
    { ...sized(100, 100), name: "Card 10", changed: "2026-01-02T00:00:00Z" },
    { ...sized(50, 50), name: "Card 9", changed: "2026-01-03T00:00:00Z" },
    { ...sized(70, 70), name: "Apple", changed: "2026-01-01T00:00:00Z" },
  ];
  const names = (order: "changed" | "name" | "size") => ordered(all, order).map((d) => d.name);
  expect(names("changed")).toEqual(["Card 9", "Card 10", "Apple"]);
  expect(names("name")).toEqual(["Apple", "Card 9", "Card 10"]);
  expect(names("size")).toEqual(["Card 9", "Apple", "Card 10"]);
});

it("takes tags as they are typed", () => {
  expect(tagsIn(" open day, , thank-you,open day ")).toEqual(["open day", "thank-you"]);
  expect(tagsIn("x".repeat(90))).toEqual(["x".repeat(40)]);
});
