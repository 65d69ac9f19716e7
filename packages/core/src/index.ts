/** Cut Fold's core: paper, panels, folds, clearances, checks and steps. No DOM, no clock, no random source. */
export { catalogue } from "./catalogue/index.ts";
export { find, type Entry } from "./catalogue/entry.ts";
export { type Board, COMMON_NOTCH_MM, type PunchBoard, type ScoringBoard } from "./catalogue/tools.ts";
export { type ContentsPreset, CUP_ML, pouredMl } from "./catalogue/contents.ts";
export { piecesOf } from "./recipe/readContents.ts";
export type { StockPreset, SheetPreset } from "./catalogue/papers.ts";
export { formById, formIds, loadedForms, loadForms } from "./forms/index.ts";
export { formTitle } from "./forms/titles.ts";
export {
  asContents,
  changed,
  inOrder,
  type PartsChange,
  type SpecChange,
  valueAt,
  withoutFitting,
} from "./recipe/change.ts";
export * from "./outlines/outline.ts";
export * from "./asks/each.ts";
export { hasTypefaces, loadTypefaces, TYPEFACES } from "./typefaces/index.ts";
export { fittingKinds, kindById } from "./fittings/index.ts";
export type { Asks, FittingKind } from "./fittings/kind.ts";
export { borderFor } from "./fittings/mat.ts";
export { cornerOf, poseOn, ruled } from "./fittings/place.ts";
export { type OnGround, type Snap, snapped } from "./fittings/snap.ts";
export { printedCutSvgs } from "./formats/printedCut.ts";
export { zipped } from "./formats/zip.ts";
export { toolsFor } from "./words/tools.ts";
export { frameFile } from "./formats/frame.ts";
export { type Frame, writeApng } from "./formats/apng.ts";
export { besideOn, type GroundAxis, type LineUp, linesUp, movedPlace, spacesEvenly } from "./fittings/tidy.ts";
export { groundsOn } from "./recipe/readFittings.ts";
export { largestCard } from "./recipe/largestCard.ts";
export { fitsIn } from "./geometry/fit.ts";
export * from "./geometry/path.ts";
export * from "./geometry/point.ts";
export * from "./model/piece.ts";
export { NET_NEAR_MM, NET_OFF_MM, type NetGlue, type OwnNet } from "./model/net.ts";
export * from "./model/solution.ts";
export * from "./model/spec.ts";
export * from "./model/measured.ts";
export {
  type Art,
  boxLies,
  type KeptPicture,
  PICTURE_POINTS,
  pictureIn,
  pictureLies,
  picturesIn,
  saidOfPicture,
} from "./model/art.ts";
export { cameTo } from "./machine/errs.ts";
export { linesIn, SAME_PAPER, settingMeta, type SettingMeta } from "./model/setting.ts";
export { countedBeside } from "./forms/shared/clearance.ts";
export { makes, settingsOf, waysOf, type Form, type Ground, type Setup } from "./forms/form.ts";
export { readSpec, type Problem, type Read } from "./recipe/readSpec.ts";
export {
  type MachineSetup,
  machineOf,
  methodFor,
  notchIn,
  rulerOf,
  setupOf,
  toolIn,
  toolTitle,
} from "./recipe/readMethod.ts";
export { begun, isUsual, usualOf, usualSettings } from "./recipe/usual.ts";
export * from "./model/fitting.ts";
export { type PaperColours, paperColours, poundsOf } from "./catalogue/papers.ts";
export { readingsByPiece, readingsOf, type EdgeReadings, type PieceReadings } from "./methods/readings.ts";
export { rulerMarks } from "./pictures/rulerMarks.ts";
export { draw } from "./draw.ts";
export { bareOf, remedyFor, solve, untried } from "./solve.ts";
export * from "./units/format.ts";
export * from "./units/length.ts";
export * from "./units/ruler.ts";
export * from "./words/en.ts";
export { type Comes, sayLeft, sayPapers, saySaving, saySheets, sayTaking } from "./words/layouts.ts";
export * from "./paper/pose.ts";
export * from "./folding/stages.ts";
export { hasChance } from "./hand/askable.ts";
export { actWords, noFitWords } from "./words/hand.ts";
export * from "./folding/clash.ts";
export * from "./pictures/closed.ts";
export { lyingOnFlat, type OnFlat, uprightPose } from "./pictures/folded.ts";
export { pictureOf } from "./pictures/picture.ts";
export { paperOf, type Picture, type PictureShape } from "./pictures/shapes.ts";
export {
  assembledAt,
  type Assembled,
  type Inside,
  openFolds,
  type PaperFacet as PaperSheet,
  wayOut,
} from "./folding/assembled.ts";
export { pose, type Posed } from "./folding/posed.ts";
export { travelOf } from "./paper/motion.ts";
export * from "./formats/draft.ts";
export * from "./formats/project.ts";
export { fileName, type Canvas, type Format, type WriteOptions } from "./formats/format.ts";
export { formatById, formats } from "./formats/index.ts";
export { PDF_PARTS, type PdfPart } from "./formats/print/options.ts";
export { writeOutlineSvg, writeStrokesSvg, writeSvg, yDown } from "./formats/svg.ts";
export { inARow } from "./paper/row.ts";
export { flatPicture } from "./pictures/flat.ts";
export { inPaths, type PathPicture, type PathShape } from "./pictures/inPaths.ts";
export { otherFace } from "./formats/turned.ts";
export { sayLacks } from "./words/lacks.ts";
export * from "./formats/strokes.ts";
export * from "./asks/chart.ts";
export { rank, type Ranked } from "./asks/rank.ts";
export { type Offer, type OfferFacts, offersFor } from "./asks/offers.ts";
export { gainOf } from "./asks/gain.ts";
export { whence } from "./asks/whence.ts";
export type { Gives, Whence } from "./model/whence.ts";
export { sayAlways, sayGives, sayRuler } from "./words/whence.ts";
export type { Cutting } from "./layout/filling.ts";
export { paperArea, paperNeed } from "./layout/paperNeed.ts";
export * from "./layout/trimPlan.ts";
export { openingsOf } from "./paper/opening.ts";
export { thingsIn, volumeOf } from "./recipe/pack.ts";
export { solutionJson } from "./formats/solutionJson.ts";
export * from "./asks/workBack.ts";
export * from "./asks/resize.ts";
export { type Resized, type LengthSaid, type To } from "./recipe/resize.ts";
export * from "./asks/table.ts";
export * from "./asks/pile.ts";
export {
  answerOf,
  jobFor,
  layOut,
  type LayoutAnswer,
  type LayoutSearch,
  type Run,
  type RunItem,
  searchFor,
} from "./asks/layout.ts";
export type * from "./model/layout.ts";
export { LAP_MM } from "./model/layout.ts";
export * from "./model/shelf.ts";
export * from "./asks/onShelf.ts";
export { readJob } from "./recipe/readJob.ts";
export { type MachineJob, readMachineJob } from "./recipe/readMachineJob.ts";
export * from "./asks/job.ts";
export { type GluePair, gluePairs } from "./asks/gluePairs.ts";
export { laidRows } from "./nets/own.ts";
export { jobOn } from "./machine/operations.ts";
export type * from "./model/job.ts";
export { MADE } from "./model/job.ts";
export type { Machine, MachineTool } from "./catalogue/machines.ts";
export { strokesOnSheets } from "./formats/inRow.ts";
export { writeDxf } from "./formats/dxf.ts";
export { writeCutterSvg } from "./formats/cutterSvg.ts";
export { bySheet, plotOf, toolsOf } from "./formats/plot.ts";
export { sayStop } from "./words/machine.ts";
export { PRINTERS, type PrinterId } from "./printer/printers.ts";
export { OFF_SEEN_MM, printerTitles, sayPage } from "./words/printer.ts";
export { correctedBy, stockKey, toolFor, TRIAL_SAID, type TrialSaid, type Way } from "./machine/effort.ts";
export { type JobAsked, type JobDrawing, type JobMade, pastReach, type Unmade } from "./machine/operations.ts";
export { TRIAL_PIECE } from "./machine/trial.ts";
export { alikeSheets, countedOn, restsOf } from "./layout/alike.ts";
export { GAP_MM, outlinesOf } from "./layout/papers.ts";
export type { Outlines } from "./geometry/noFit.ts";
export { type Past, standingPast } from "./paper/past.ts";
