/** Who makes it together: how many people, or their names. */
import { linesIn } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { CountField } from "../../parts/CountField.tsx";

interface BookletDialogProps {
  readonly onClose: () => void;
  readonly onPrint: (people: readonly string[]) => void;
}

/** As many as sit at a table and hear one another. */
const PEOPLE = { min: 1, max: 30, usual: 4 } as const;

export default function BookletDialog({ onClose, onPrint }: BookletDialogProps) {
  const [count, setCount] = useState<number>(PEOPLE.usual);
  const [names, setNames] = useState("");
  const named = linesIn(names).slice(0, PEOPLE.max);
  const people = named.length > 0 ? named : Array.from({ length: count }, () => "");
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="booklet-title">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onPrint(people);
        }}
      >
        <DialogTitle id="booklet-title">A booklet for several</DialogTitle>
        <DialogContent className="labels">
          <p>What to bring, who makes how many and cuts what, then the templates and the steps with their pictures.</p>
          <CountField
            label="How many people"
            value={people.length}
            min={PEOPLE.min}
            max={PEOPLE.max}
            onChange={setCount}
          />
          <TextField
            fullWidth
            multiline
            minRows={3}
            variant="standard"
            label="Their names, a line each"
            value={names}
            helperText="Left empty, they are numbered."
            slotProps={{ htmlInput: { maxLength: 1200 } }}
            onChange={(event) => setNames(event.target.value)}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            Print it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
