/** Reading outlines out of files: for workers and the command line, with the libraries that reading takes. */
export { LIMITS as FILE_LIMITS, OutlineError } from "./drawn.ts";
export { keptOf, keptOfLoops } from "./enclosed.ts";
export { chainedByKind } from "./drawn.ts";
export { isHpgl, readHpgl } from "./readHpgl.ts";
export { readDrawing } from "./readDrawing.ts";
export { readDxf } from "./readDxf.ts";
export { readSvg } from "./readSvg.ts";
export { shadesOf } from "./picture.ts";
export { MOST_POINTS, MOST_SIDE, pictureSize } from "./pictureSize.ts";
export { leastAcross, safeWidth, trace, type Traced, type TraceMode, type Tracing } from "./trace.ts";
export { type OutlineMaking, outlineMade, outlinesApart } from "./make.ts";
export type { Pixels } from "./picture.ts";
