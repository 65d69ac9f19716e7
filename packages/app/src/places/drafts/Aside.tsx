import Button from "@mui/material/Button";
import { saveLater } from "../../parts/saveLater.ts";
import { useDrafts } from "../../store/drafts.ts";

/** Drafts that another version of the app kept and this one cannot read: never touched, never silently missing. */
export function Aside() {
  const aside = useDrafts((s) => s.aside);
  if (aside.length === 0) return null;
  const one = aside.length === 1;
  return (
    <div className="banner" role="alert">
      {one ? "One draft" : `${String(aside.length)} drafts`} in this browser cannot be read: another version of Cut Fold
      kept {one ? "it, or it is" : "them, or they are"} damaged. {one ? "It stays as it is" : "They stay as they are"};
      a file of {one ? "it" : "them"} can be opened where {one ? "it was" : "they were"} made.
      <Button
        size="small"
        color="inherit"
        variant="outlined"
        onClick={() => {
          saveLater((f) => f.saveProject(aside, "unread-drafts"), "Saved as they are.");
        }}
      >
        Save to a file
      </Button>
    </div>
  );
}
