/** Poses stand with the paper; whoever folds, proves or draws asks for them here. */
export * from "../paper/pose.ts";
