/** Opens the tray of what can be laid on the face in hand, beside the flat drawing. */
import Button from "@mui/material/Button";
import { Plus } from "lucide-react";
import { memo } from "react";
import { useLocation, useNavigate } from "react-router";
import { openTray } from "../../../../store/tray.ts";

export const AddThing = memo(function AddThing() {
  const navigate = useNavigate();
  const { pathname, search } = useLocation();
  return (
    <Button
      startIcon={<Plus size={18} />}
      onClick={() => {
        openTray(true);
        // it is dragged to its place on the flat paper
        const flat = pathname.replace(/\/[^/]*$/u, "/flat");
        if (flat !== pathname) void navigate(`${flat}${search}`);
      }}
    >
      Add something
    </Button>
  );
});
