// The floors of docs/architecture.md: a lower floor never imports a higher one. Each room of core stands on one of them, by
// name: a room that none of these lists is a mistake that `rooms` finds.
const core = "^packages/core/src/";
const FLOORS = [
  ["units"],
  ["geometry"],
  ["catalogue", "model"],
  ["paper", "layout", "machine"],
  ["typefaces", "outlines", "measure", "cutter", "printer", "nets"],
  ["forms", "fittings"],
  ["recipe"],
  ["folding"],
  ["draw.ts"],
  ["checks", "methods", "hand"],
  ["pictures", "words"],
  ["formats"],
  ["solve.ts"],
  ["asks"],
  ["index.ts"],
];
/** Rooms of the app, the lower before the higher; places stand on all of them. */
const APP = [["theme", "needs"], ["store", "workers"], ["parts", "drawing"], ["places"], ["App.tsx", "main.tsx"]];
/** Tests may use the tools of the whole house. */
const tests = "\\.test\\.tsx?$|/src/test/";

const within = (base, rooms) =>
  `${base}(${rooms.map((r) => (r.includes(".") ? r.replace(".", "\\.") + "$" : `${r}/`)).join("|")})`;
const climbs = (name, base, floors) =>
  floors.slice(0, -1).map((rooms, i) => ({
    name: `${name}-${rooms.join("-")}`,
    severity: "error",
    comment: "a lower floor never imports a higher one",
    from: { path: within(base, rooms), pathNot: tests },
    to: { path: within(base, floors.slice(i + 1).flat()) },
  }));

module.exports = {
  forbidden: [
    { name: "no-circular", severity: "error", from: {}, to: { circular: true, dependencyTypesNot: ["type-only"] } },
    ...climbs("floor", core, FLOORS),
    ...climbs("app-floor", "^packages/app/src/", APP),
    {
      name: "rooms",
      severity: "error",
      comment: "every file of core stands in a room that is on a floor",
      from: {},
      to: { path: core, pathNot: `${within(core, FLOORS.flat())}|${tests}` },
    },
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
      to: {
        path: core,
        pathNot: `${core}(index|forms/all|folding/proof|outlines/index|layout/hand|asks/chance|cutter/index|printer/index|nets/index|measure/index|formats/print/index)\\.ts$`,
      },
    },
    {
      name: "declared",
      severity: "error",
      from: { path: "^packages/", pathNot: tests },
      to: { dependencyTypes: ["npm-no-pkg", "npm-unknown"] },
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
