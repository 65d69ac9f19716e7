/** What can be done with a draft in the drawer. */
import type { Draft } from "@cut-fold/core";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { Link } from "react-router";
import { dropDrafts } from "../../parts/dropDraft.ts";
import { tell, tellDone, toldSaved } from "../../parts/tell.tsx";
import { duplicateDraft } from "../../store/drafting.ts";
import { useDrafts } from "../../store/drafts.ts";
import { saveProject } from "../../store/files.ts";
import { linkOf } from "../../store/link.ts";

interface DraftMenuProps {
  readonly draft: Draft;
  readonly anchor: HTMLElement;
  readonly onClose: () => void;
  readonly onLabel: () => void;
}

const saved = (draft: Draft): Promise<void> => toldSaved(saveProject([draft], draft.name), "Draft saved as a file.");

/** Puts the link where it can be pasted; where there can be none, the file is offered. Nothing goes to a server: the recipe is in the address itself. */
async function copyLink(draft: Draft): Promise<void> {
  try {
    const link = await linkOf(draft);
    await navigator.clipboard.writeText(link).catch(() => {
      throw new Error("The browser did not let the link be copied.");
    });
    tell("Link copied: whoever opens it gets this draft as a new one.");
  } catch (error) {
    tellDone(error instanceof Error ? error.message : "There is no link to it.", "Save as a file", () => {
      void saved(draft);
    });
  }
}

export function DraftMenu({ draft, anchor, onClose, onLabel }: DraftMenuProps) {
  const then = (work: () => void) => (): void => {
    onClose();
    work();
  };
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      <MenuItem onClick={then(onLabel)}>Name and tags</MenuItem>
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
          void saved(draft);
        })}
      >
        Save as a file
      </MenuItem>
      <MenuItem
        onClick={then(() => {
          void copyLink(draft);
        })}
      >
        Copy a link to it
      </MenuItem>
      <MenuItem
        onClick={then(() => {
          dropDrafts([draft]);
        })}
      >
        Delete
      </MenuItem>
    </Menu>
  );
}
