/** The simulated cutter and its reader: for the server, the command line and workers that read files. */
export { type CutAsked, type CutRun, cutPlot } from "./cut.ts";
export { apart, type DesignPlaces, offDesign } from "./apart.ts";
export { dragged } from "./blade.ts";
export { HPGL_LIMITS, type HpglRun, readPlot } from "./readHpgl.ts";
