/** All forms, loaded: for the command line, workers and tests, which walk the whole list. */
import { formIds, loadForms } from "./index.ts";

export const forms = await loadForms(formIds);
