/** Deleted drafts of the last 30 days: put back, or gone for good. */
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useEffect, useState } from "react";
import { tell, tellTrouble } from "../../parts/tell.tsx";
import { BIN_DAYS, binned, daysLeft, emptyBin } from "../../store/bin.ts";
import type { Binned } from "../../store/kept.ts";
import { useDrafts } from "../../store/drafts.ts";

const left = (days: number): string => (days === 1 ? "1 day left" : `${String(days)} days left`);

export default function BinDialog({ onClose }: { readonly onClose: () => void }) {
  const [rows, setRows] = useState<readonly Binned[]>();
  useEffect(() => {
    binned().then(setRows, () => {
      tellTrouble("The bin could not be read from the browser's store. Try again in a moment.");
    });
  }, []);
  const without = (gone: readonly Binned[]): void => {
    setRows(rows?.filter((row) => !gone.includes(row)));
  };
  const putBack = (row: Binned): void => {
    useDrafts.getState().put([row.draft]);
    without([row]);
    tell(`Back among your drafts: ${row.draft.name}`);
  };
  const forGood = (gone: readonly Binned[]): void => {
    emptyBin(
      gone.map((row) => row.draft.id),
      true,
    ).then(
      () => {
        without(gone);
      },
      () => {
        tellTrouble("They could not be taken out of the browser's store. Nothing was changed; try again.");
      },
    );
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="bin-title">
      <DialogTitle id="bin-title">Deleted drafts</DialogTitle>
      <DialogContent>
        <p className="dialog-note">They rest here for {BIN_DAYS} days and are then gone.</p>
        {rows?.length === 0 ? <p>The bin is empty.</p> : null}
        <ul className="bin">
          {rows?.map((row) => (
            <li key={row.draft.id}>
              <span>
                <strong>{row.draft.name}</strong>
                <small>{left(daysLeft(row))}</small>
              </span>
              <Button
                variant="outlined"
                onClick={() => {
                  putBack(row);
                }}
              >
                Put it back
              </Button>
              <Button
                color="inherit"
                onClick={() => {
                  forGood([row]);
                }}
              >
                Delete for good
              </Button>
            </li>
          ))}
        </ul>
      </DialogContent>
      <DialogActions>
        {rows && rows.length > 1 ? (
          <Button
            color="inherit"
            onClick={() => {
              forGood(rows);
            }}
          >
            Delete all for good
          </Button>
        ) : null}
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
