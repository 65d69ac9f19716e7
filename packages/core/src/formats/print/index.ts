/** Pages that are of no draft. Loaded when they are asked for. */
export { writeTestPage } from "./testPage.ts";
