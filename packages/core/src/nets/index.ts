/** Nets from elsewhere: for workers and the command line. */
export { netOf } from "./netOf.ts";
export { foldGuess, GROUP_ROLES, groupKey, type GroupRole, groupsOf, type NetGroup, netRole } from "./guess.ts";
export { linesIn, type OwnPiece, ownNet, pathIn, type Turned } from "./own.ts";
export { NEAR_MM, type Net, type NetFold, type NetLine, type NetPiece, type NetTold } from "./net.ts";
