import type { Draft } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { ListChecks, Trash2 } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { useNavigate } from "react-router";
import { dropDrafts } from "../../parts/dropDraft.ts";
import { saveLater } from "../../parts/saveLater.ts";
import { Demo } from "./Demo.tsx";
import { type Order, ORDERS } from "./finding.ts";

const BinDialog = lazy(() => import("./BinDialog.tsx"));

interface DrawerBarProps {
  readonly order: Order;
  readonly onOrder: (order: Order) => void;
  /** the drafts that are chosen; undefined while none can be */
  readonly several: readonly Draft[] | undefined;
  readonly onSeveral: (choosing: boolean) => void;
}

/** The order of the drawer, what is done with several drafts at once, and those that were deleted. */
export function DrawerBar({ order, onOrder, several, onSeveral }: DrawerBarProps) {
  const navigate = useNavigate();
  return (
    <div className="drawer-bar">
      <label>
        <span>Order</span>
        <select
          value={order}
          onChange={(event) => {
            onOrder(event.target.value as Order);
          }}
        >
          {ORDERS.map((o) => (
            <option key={o.value} value={o.value}>
              {o.text}
            </option>
          ))}
        </select>
      </label>
      <Button
        startIcon={<ListChecks size={18} />}
        aria-pressed={several !== undefined}
        onClick={() => {
          onSeveral(several === undefined);
        }}
      >
        Choose several
      </Button>
      {several ? (
        <span role="group" aria-label="With those chosen">
          <Button
            variant="outlined"
            disabled={several.length === 0}
            onClick={() => saveLater((f) => f.saveProject(several, "drafts"), "Saved as a file.")}
          >
            Save {several.length} to a file
          </Button>
          <Button
            variant="outlined"
            disabled={several.length === 0}
            onClick={() => {
              // what keeps runs comes with the first one
              void import("../../store/runs.ts").then(({ newRun }) => navigate(`/run/${newRun(several).id}`));
            }}
          >
            Make {several.length} together
          </Button>
          <Button
            variant="outlined"
            disabled={several.length === 0}
            onClick={() => {
              dropDrafts(several);
              onSeveral(false);
            }}
          >
            Delete {several.length}
          </Button>
        </span>
      ) : null}
      <span className="spring" />
      <Demo />
      <Bin />
    </div>
  );
}

function Bin() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        startIcon={<Trash2 size={18} />}
        onClick={() => {
          setOpen(true);
        }}
      >
        Deleted drafts
      </Button>
      {open ? (
        <Suspense>
          <BinDialog
            onClose={() => {
              setOpen(false);
            }}
          />
        </Suspense>
      ) : null}
    </>
  );
}
