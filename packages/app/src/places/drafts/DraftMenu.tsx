/** What can be done with a draft in the drawer. */
import type { Draft } from "@cut-fold/core";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { Link } from "react-router";
import { dropDraft } from "../../parts/dropDraft.ts";
import { toldSaved } from "../../parts/tell.tsx";
import { duplicateDraft, useDrafts } from "../../store/drafts.ts";
import { saveProject } from "../../store/files.ts";

interface DraftMenuProps {
  readonly draft: Draft;
  readonly anchor: HTMLElement;
  readonly onClose: () => void;
}

export function DraftMenu({ draft, anchor, onClose }: DraftMenuProps) {
  const then = (work: () => void) => (): void => {
    onClose();
    work();
  };
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      <MenuItem
        onClick={then(() => {
          useDrafts.getState().put([duplicateDraft(draft)]);
        })}
      >
        Duplicate
      </MenuItem>
      <MenuItem component={Link} to={`/compare/${draft.id}`}>
        Versions side by side
      </MenuItem>
      <MenuItem
        onClick={then(() => {
          void toldSaved(saveProject([draft], draft.name), "Draft saved as a file.");
        })}
      >
        Save as a file
      </MenuItem>
      <MenuItem
        onClick={then(() => {
          dropDraft(draft);
        })}
      >
        Delete
      </MenuItem>
    </Menu>
  );
}
