// The floors of docs/architecture.md: a lower floor never imports a higher one.
const core = "^packages/core/src/";
const floors = [
  ["units"],
  ["geometry"],
  ["catalogue", "model"],
  ["paper"],
  ["typefaces", "outlines"],
  ["forms", "fittings"],
  ["recipe"],
  ["folding", "checks", "methods", "layout"],
  ["words"],
  ["formats"],
];
/** Tests may use the tools of the whole house. */
const tests = "\\.test\\.tsx?$|/src/test/";
const above = (i) => floors.slice(i + 1).flat();

module.exports = {
  forbidden: [
    { name: "no-circular", severity: "error", from: {}, to: { circular: true, dependencyTypesNot: ["type-only"] } },
    ...floors.slice(0, -1).map((rooms, i) => ({
      name: `floor-${rooms.join("-")}`,
      severity: "error",
      comment: "a lower floor never imports a higher one",
      from: { path: `${core}(${rooms.join("|")})/`, pathNot: tests },
      to: {
        path: `${core}(${above(i).join("|")})/|${core}(solve|chart|rank|offers|gain|resize|table|pile|workBack|index)\\.ts$`,
      },
    })),
    {
      name: "core-stands-alone",
      severity: "error",
      comment: "core knows no screen, server or machine",
      from: { path: core, pathNot: tests },
      to: {
        path: "^packages/(app|cli|server)/|^node:|node_modules/(react|@mui|three|express|dexie|zustand)",
        dependencyTypesNot: ["type-only"],
      },
    },
    {
      name: "core-no-node",
      severity: "error",
      from: { path: core, pathNot: tests },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "app-through-the-door",
      severity: "error",
      comment: "others import core by its exports only",
      from: { path: "^packages/(app|cli|server)/" },
      to: { path: core, pathNot: `${core}(index|forms/all|folding/proof|formats/pdf|outlines/index)\\.ts$` },
    },
    {
      name: "declared",
      severity: "error",
      from: { path: "^packages/", pathNot: tests },
      to: { dependencyTypes: ["npm-no-pkg", "npm-unknown"] },
    },
    {
      name: "drawing-below-places",
      severity: "error",
      from: { path: "^packages/app/src/(drawing|parts|store)/" },
      to: { path: "^packages/app/src/places/" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "/dist/|\\?url$" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "node", "default"],
      extensions: [".ts", ".tsx", ".js", ".mjs"],
    },
  },
};
