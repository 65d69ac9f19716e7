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
  const openPrint = async (parts: Parameters<typeof printPdf>[1]): Promise<void> => {
    const url = URL.createObjectURL(await printPdf(draftNow(), parts));
    if (!window.open(url, "_blank"))
      throw new Error("The browser kept the page from opening: allow windows for this address, or save the PDF.");
  };
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        aria-expanded={anchor !== undefined}
        aria-busy={busy}
        aria-disabled={busy}
        onClick={(event) => {
          if (!busy) setAnchor(event.currentTarget);
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
        <MenuItem onClick={doing(() => openPrint(["template", "steps"]), undefined)}>
          Print the template, the cut list and the steps
        </MenuItem>
        <MenuItem onClick={doing(() => openPrint(["template"]), undefined)}>Print the template alone</MenuItem>
        <MenuItem onClick={doing(() => openPrint(["steps"]), undefined)}>Print the cut list and the steps</MenuItem>
        <MenuItem onClick={doing(() => savePdf(draftNow()), "PDF saved: print it at 100 %.")}>
          Save PDF: all of it
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
