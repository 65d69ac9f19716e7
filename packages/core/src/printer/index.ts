/** The simulated printer and its reader: for the server. */
export { type Landed, type LandedPage, printed, type PrintAsked } from "./land.ts";
export { printerById } from "./printers.ts";
export { PDF_LIMITS, PrintError } from "./readPdf.ts";
