// @vitest-environment jsdom
import { expect, it } from "vitest";
import { VERSION } from "../version.ts";
import { reportOf } from "./Tore.tsx";

it("tells the version, the place and where it broke, and nothing of the maker's own", () => {
  const error = new TypeError("width is not there");
  error.stack = "TypeError: width is not there\n    at draw (http://127.0.0.1:4173/assets/DraftPlace-abc.js:12:7)";
  const report = reportOf(error, { pathname: "/draft/draft-8f14e45f/flat" });
  expect(report).toContain(`Cut Fold ${VERSION}`);
  expect(report).toContain("in: draft\n");
  expect(report).toContain("TypeError: width is not there");
  expect(report).toContain("at draw (/assets/DraftPlace-abc.js:12:7)");
  expect(report).not.toMatch(/8f14e45f|127\.0\.0\.1|http/u);
});

it("says something of whatever was thrown", () => {
  expect(reportOf("torn", { pathname: "/" })).toContain("Error: torn");
});
