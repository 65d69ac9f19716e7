/** Every rule there is, in the order their findings are told. */
import { board } from "./board.ts";
import type { Check } from "./check.ts";
import { cuts } from "./cuts.ts";
import { covering } from "./covering.ts";
import { closed } from "./closed.ts";
import { fineCuts } from "./fineCuts.ts";
import { fitting } from "./fitting.ts";
import { gap } from "./gap.ts";
import { mat } from "./mat.ts";
import { hole } from "./hole.ts";
import { honoured } from "./honoured.ts";
import { gaping } from "./gaping.ts";
import { motion } from "./motion.ts";
import { overlap } from "./overlap.ts";
import { refused } from "./refused.ts";
import { seam } from "./seam.ts";
import { sheet } from "./sheet.ts";
import { size } from "./size.ts";
import { stock } from "./stock.ts";
import { thickness } from "./thickness.ts";

/** All checks, in the order their findings are told: what keeps it from being made first. */
export const checks: readonly Check[] = [
  gap,
  overlap,
  covering,
  gaping,
  board,
  mat,
  sheet,
  refused,
  honoured,
  seam,
  hole,
  cuts,
  fineCuts,
  fitting,
  closed,
  motion,
  stock,
  thickness,
  size,
];
