/** The chance that what is made fits what goes in. Loaded when it is asked for. */
export { type Blame, fit, type Fit, type FitAnswer, type NoFit } from "./fit.ts";
export { ACTS, type Hand, HAND_MM, type HandAct, HANDS, handSchema } from "./hands.ts";
