/** What is measured: tools by test pieces, and things from a picture. Loaded when it is asked for. */
export * from "./tools.ts";
export { type Grey, type Quad, quadNear } from "./edges.ts";
export { thingsIn } from "./lying.ts";
export { bent, type Known, pairIn, type PhotoFound, rectangleIn } from "./photo.ts";
export { backOf, carried, type Homography } from "./plane.ts";
