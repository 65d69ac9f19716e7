import Button from "@mui/material/Button";
import { useDrafts } from "../../store/drafts.ts";
import { AddDemo } from "./Demo.tsx";
import { useKeeping } from "../../store/keeping.ts";

interface NothingShownProps {
  readonly onBegin: () => void;
  readonly onAll: () => void;
}

/** Instead of drafts: none like those looked for, none yet, or none that could be read. */
export function NothingShown({ onBegin, onAll }: NothingShownProps) {
  const some = useDrafts((s) => s.drafts.size > 0);
  const isRead = useKeeping((s) => s.isRead);
  if (some)
    return (
      <div className="empty">
        <h2>No draft like that</h2>
        <p>Try fewer words, or look at all of them.</p>
        <Button variant="outlined" onClick={onAll}>
          Show all
        </Button>
      </div>
    );
  return (
    <div className="empty">
      <h2>{isRead ? "No drafts yet" : "Your drafts are not shown"}</h2>
      <p>
        {isRead
          ? "Start with the card in front of you: name it, and the envelope follows."
          : "They rest in the browser's store as you left them. What you make meanwhile is put to them once they can be read."}
      </p>
      <Button variant="contained" onClick={onBegin}>
        New draft
      </Button>
      {isRead ? <AddDemo /> : null}
    </div>
  );
}
