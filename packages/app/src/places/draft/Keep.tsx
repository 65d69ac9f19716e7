import type { Draft } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { tell, tellTrouble } from "../../parts/tell.tsx";
import { memo, useState } from "react";
import { printPdf, savePdf, saveProject, saveSvg } from "../../store/files.ts";
import { useOpenDraft } from "../../store/openDraft.ts";

/** The draft as it is when a command is chosen: what prints and saves need not follow every change. */
function draftNow(): Draft {
  const { draft } = useOpenDraft.getState();
  if (!draft) throw new Error("No draft is open.");
  return draft;
}

/** Printing and saving. */
export const Keep = memo(function Keep() {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const [busy, setBusy] = useState(false);
  const doing = (work: () => Promise<unknown>, done: string | undefined) => () => {
    setAnchor(undefined);
    setBusy(true);
    work()
      .then((result) => {
        if (result !== false && done) tell(done);
      })
      .catch((error: unknown) => {
        tellTrouble(`${error instanceof Error ? error.message : "That did not work."} Nothing was changed; try again.`);
      })
      .finally(() => {
        setBusy(false);
      });
  };
  const openPrint = async (): Promise<void> => {
    const url = URL.createObjectURL(await printPdf(draftNow()));
    if (!window.open(url, "_blank"))
      throw new Error("The browser kept the page from opening: allow windows for this address, or save the PDF.");
  };
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        aria-expanded={anchor !== undefined}
        disabled={busy}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        {busy ? "Writing …" : "Print and save"}
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== undefined}
        onClose={() => {
          setAnchor(undefined);
        }}
      >
        <MenuItem onClick={doing(openPrint, undefined)}>Open to print, at true size</MenuItem>
        <MenuItem onClick={doing(() => savePdf(draftNow()), "PDF saved: print it at 100 %.")}>
          Save PDF: template and steps
        </MenuItem>
        <MenuItem onClick={doing(() => saveSvg(draftNow()), "SVG saved, in true millimetres.")}>
          Save SVG: the outline, in true mm
        </MenuItem>
        <MenuItem onClick={doing(() => saveProject([draftNow()], draftNow().name), "Draft saved as a file.")}>
          Save draft as a file
        </MenuItem>
      </Menu>
    </>
  );
});
