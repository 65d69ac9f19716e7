/** What is measured: tools by test pieces, and things from a picture. Loaded when it is asked for. */
export * from "./tools.ts";
export { alongLong, type Grey, type Quad, quadByHand, quadNear } from "./edges.ts";
export { thingsIn } from "./lying.ts";
export { bent, type Known, type Lens, pairIn, type PhotoFound, rectangleIn, straightened } from "./photo.ts";
export { backOf, carried, type Homography } from "./plane.ts";
export { setStraight } from "./straight.ts";
