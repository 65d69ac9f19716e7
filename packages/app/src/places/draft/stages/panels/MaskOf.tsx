/** A mask of the panel in hand and its opposite, in one step: a draft of its own, cut to the panel's outline. */
import { keptLoops, loadForms, mainPiece, type Drawing } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { Frame } from "lucide-react";
import { useNavigate } from "react-router";
import { tell, tellTrouble } from "../../../../parts/tell.tsx";
import { useDrafts } from "../../../../store/drafts.ts";
import { draftOf } from "../../../../store/outlineUses.ts";
import { useOpenDraft } from "../../../../store/openDraft.ts";

interface MaskOfProps {
  readonly solution: Drawing;
  /** id and name of the panel */
  readonly panel: string;
  readonly called: string;
}

export function MaskOf({ solution, panel, called }: MaskOfProps) {
  const navigate = useNavigate();
  const make = async (): Promise<void> => {
    const outline = mainPiece(solution)?.panels.find((p) => p.id === panel)?.outline;
    const kept = outline && keptLoops([outline]);
    await loadForms(["mask"]);
    const name = useOpenDraft.getState().draft?.name ?? "Draft";
    const mask = kept && draftOf({ ...kept, name: `${name}, ${called.toLowerCase()}` }, "mask");
    if (!mask) {
      tellTrouble("This panel cannot be masked: its outline is too small or too large.");
      return;
    }
    useDrafts.getState().put([mask]);
    await navigate(`/draft/${mask.id}/flat`);
    tell("The mask is a draft of its own: the frame, and what drops out of it.");
  };
  return (
    <Button
      startIcon={<Frame size={18} />}
      onClick={() => {
        make().catch(() => {
          tellTrouble("The mask's form could not be fetched. Is the server running?");
        });
      }}
    >
      A mask of this panel
    </Button>
  );
}
