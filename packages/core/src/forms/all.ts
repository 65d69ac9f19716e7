/** All forms and typefaces, loaded: for the command line, workers and tests, which walk the whole list. */
import { loadTypefaces } from "../typefaces/index.ts";
import { formIds, loadForms } from "./index.ts";

/** Every form, in the order they are listed. */
export const forms = await loadForms(formIds);

await loadForms(["own-net"]);
await loadTypefaces();
