/** A draft's name and its tags. */
import { type Draft, NAME_LONGEST, TAG_LONGEST, TAGS_MOST } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { stamp } from "../../store/drafting.ts";
import { useDrafts } from "../../store/drafts.ts";

/** Tags as they are typed, with commas between them: each once, none empty, none too long. */
export const tagsIn = (text: string): string[] =>
  [...new Set(text.split(",").map((tag) => tag.trim().slice(0, TAG_LONGEST)))].filter(Boolean).slice(0, TAGS_MOST);

interface LabelsDialogProps {
  readonly draft: Draft;
  readonly onClose: () => void;
}

export default function LabelsDialog({ draft, onClose }: LabelsDialogProps) {
  const [name, setName] = useState(draft.name);
  const [tags, setTags] = useState(draft.tags.join(", "));
  const isNamed = name.trim() !== "";
  const save = (): void => {
    if (!isNamed) return;
    const named = { ...draft, name: name.trim(), tags: tagsIn(tags), changed: stamp() };
    useDrafts.getState().put([named]);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="labels-title">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <DialogTitle id="labels-title">Name and tags</DialogTitle>
        <DialogContent className="labels">
          <TextField
            autoFocus
            fullWidth
            variant="standard"
            label="Name"
            value={name}
            error={!isNamed}
            helperText={isNamed ? " " : "Give it a name: it is found by that."}
            slotProps={{ htmlInput: { maxLength: NAME_LONGEST } }}
            onChange={(event) => {
              setName(event.target.value);
            }}
          />
          <TextField
            fullWidth
            variant="standard"
            label="Tags"
            value={tags}
            helperText="A comma between them: open day, thank-you"
            onChange={(event) => {
              setTags(event.target.value);
            }}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={!isNamed}>
            Save
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
