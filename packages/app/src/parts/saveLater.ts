import { files } from "../store/filesLater.ts";
import { toldSaved } from "./tell.tsx";

/** Saves by what writes files, which comes for it, and tells how it went. */
export const saveLater = (save: (f: Awaited<ReturnType<typeof files>>) => Promise<boolean>, text: string): void => {
  void toldSaved(files().then(save), text);
};
