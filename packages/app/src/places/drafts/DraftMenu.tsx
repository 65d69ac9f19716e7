/** What can be done with a draft in the drawer. */
import type { Draft } from "@cut-fold/core";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { Link } from "react-router";
import { dropDrafts } from "../../parts/dropDraft.ts";
import { told, toldSaved } from "../../parts/tell.tsx";
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

/** Puts the link where it can be pasted. Nothing goes to a server: the recipe is in the address itself. */
async function copiedLink(draft: Draft): Promise<string> {
  const link = await linkOf(draft);
  await navigator.clipboard.writeText(link).catch(() => {
    throw new Error("The browser did not let the link be copied. Save the draft as a file instead.");
  });
  return "Link copied: whoever opens it gets this draft as a new one.";
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
          void toldSaved(saveProject([draft], draft.name), "Draft saved as a file.");
        })}
      >
        Save as a file
      </MenuItem>
      <MenuItem
        onClick={then(() => {
          void told(copiedLink(draft));
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
