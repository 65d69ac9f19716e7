import { cap, type Draft, formats, sayLacks } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { tell, tellTrouble } from "../../parts/tell.tsx";
import { lazy, memo, Suspense, useState } from "react";
import { Link } from "react-router";
import { printPdf, saveAs, savePrintedCut } from "../../store/files.ts";
import { useOpenDraft } from "../../store/openDraft.ts";

/** The draft as it is when a command is chosen: what prints and saves need not follow every change. */
function draftNow(): Draft {
  const { draft } = useOpenDraft.getState();
  if (!draft) throw new Error("No draft is open.");
  return draft;
}

/** The ways to save a draft, as they are listed. */
const OFFERED = formats.filter((format) => format.of.includes("draft"));

const BookletDialog = lazy(() => import("./BookletDialog.tsx"));

/** All but the first. */
type Tail<T extends readonly unknown[]> = T extends readonly [unknown, ...infer Rest] ? Rest : never;

/** Whether anything of a draft is printed. */
const hasPrint = ({ spec: { fittings = [] } }: Draft): boolean =>
  fittings.some((row) => ("role" in row && row.role === "print") || ("picture" in row && row.picture !== ""));

/** Printing and saving. */
export const Keep = memo(function Keep() {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const [busy, setBusy] = useState(false);
  const [hasTable, setTable] = useState(false);
  const hasSheet = useOpenDraft((s) => s.draft?.spec.sheet !== undefined);
  const isPrinted = useOpenDraft((s) => s.draft !== undefined && hasPrint(s.draft));
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
  const openPrint = async (...[parts, people]: Tail<Parameters<typeof printPdf>>): Promise<void> => {
    const url = URL.createObjectURL(await printPdf(draftNow(), parts, people));
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
        <MenuItem onClick={doing(() => openPrint(["overview", "template", "sheets", "steps"]), undefined)}>
          Print all of it: on one page first, then the template, the sheets, the cut list and the steps
        </MenuItem>
        <MenuItem onClick={doing(() => openPrint(["template"]), undefined)}>Print the template alone</MenuItem>
        <MenuItem onClick={doing(() => openPrint(["sheets"]), undefined)} disabled={!hasSheet}>
          Print the sheets with the trimmer&apos;s settings
        </MenuItem>
        <MenuItem onClick={doing(() => openPrint(["steps"]), undefined)}>Print the cut list and the steps</MenuItem>
        <MenuItem onClick={doing(() => openPrint(["printed"]), undefined)} disabled={!isPrinted}>
          Print its words, lines and artwork, with marks to cut and fold by
        </MenuItem>
        <MenuItem
          onClick={doing(() => savePrintedCut(draftNow()), "The cuts round what is printed saved.")}
          disabled={!isPrinted}
        >
          Save the cuts round what is printed, for a machine: SVG with the same corner marks
        </MenuItem>
        <MenuItem
          onClick={() => {
            setAnchor(undefined);
            setTable(true);
          }}
        >
          Print a booklet for several who make it together …
        </MenuItem>
        <MenuItem component={Link} to="../pages" relative="path" onClick={() => setAnchor(undefined)}>
          See the pages as a printer lays them
        </MenuItem>
        <Divider />
        {OFFERED.map((format) => (
          <MenuItem
            key={format.id}
            onClick={doing(() => saveAs(draftNow(), format), `${cap(format.title)} saved.`)}
            className="keep-format"
          >
            <span>
              Save {format.title}: {format.about}
            </span>
            {format.lacks.length > 0 ? <small>{sayLacks(format.lacks)}</small> : null}
          </MenuItem>
        ))}
      </Menu>
      {hasTable ? (
        <Suspense>
          <BookletDialog
            onClose={() => setTable(false)}
            onPrint={(people) => {
              setTable(false);
              doing(() => openPrint(["booklet", "template", "sheets", "steps"], people), undefined)();
            }}
          />
        </Suspense>
      ) : null}
    </>
  );
});
