// @vitest-environment jsdom
/** The bed: what is drawn lies as the paper does, whichever face is up, and what was cut lies on it. */
import { cleanup, render } from "@testing-library/react";
import { afterEach, expect, it } from "vitest";
import type { SentSheet } from "../../store/atMachine.ts";
import { BedPicture } from "./BedPicture.tsx";

afterEach(cleanup);

const operation = {
  pen: 1,
  tool: "pen",
  title: "Pen",
  lines: 1,
  strokes: 1,
  passes: 1,
  pressure: 1,
  speed: 1,
  time: 1,
};
const sent: SentSheet = {
  ...{ id: "job-1", name: "Card", sent: "", of: "d", laid: "s", time: 1, hpgl: "", stops: [] },
  machine: { id: "table-cutter", title: "Table cutter", chosen: "table-cutter", mats: [] },
  mat: { id: "mat-12x12", title: "Mat", width: 290, height: 290 },
  sheet: { width: 210, height: 200 },
  paper: { key: "", title: "", face: "#fff", back: "#eee" },
  operations: [
    { ...operation, role: "pen", face: "back" },
    { ...operation, role: "cut", face: "front" },
  ],
  // both as they are seen from the drawn face: the pen's line 20 from the left edge there
  design: [
    { role: "pen", face: "back", closed: false, points: [20, 10, 20, 30] },
    { role: "cut", face: "front", closed: false, points: [50, 10, 50, 30] },
  ],
  plan: { items: [], layout: {} as SentSheet["plan"]["layout"], trialsBefore: 0 },
};
/** Where each path begins across the mat, mm, its own mirror counted. */
const across = (face: "front" | "back"): number[] => {
  // the machine wrote the back's line where it lay with the back up
  const cut = {
    paths: [
      {
        operation: 0,
        points: [
          [190, 10],
          [190, 30],
        ] as [number, number][],
      },
      {
        operation: 1,
        points: [
          [50, 10],
          [50, 30],
        ] as [number, number][],
      },
    ],
  };
  const { container } = render(<BedPicture sent={sent} cut={cut} at={1} face={face} label="bed" />);
  const paths = [...container.querySelectorAll("path")].filter((path) =>
    /^M(?:20|50|190)/u.test(path.getAttribute("d") ?? ""),
  );
  const found = paths.map((path) => {
    const x = Number(/^M([\d.]+)/u.exec(path.getAttribute("d") ?? "")?.[1]);
    return path.getAttribute("transform") === "translate(210 0) scale(-1 1)" ? 210 - x : x;
  });
  cleanup();
  return found;
};

it("shows the drawing and the cut in one place, mirrored together when the sheet is turned", () => {
  // drawn: pen, cut; then what was cut: front, back
  expect(across("front").sort((a, b) => a - b)).toEqual([20, 20, 50, 50]);
  expect(across("back").sort((a, b) => a - b)).toEqual([160, 160, 190, 190]);
});
