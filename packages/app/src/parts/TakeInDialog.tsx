/** What a file would bring, before anything is changed; and what to do where it differs from what is here. */
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import FormControlLabel from "@mui/material/FormControlLabel";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import { useMemo, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { adopt } from "../store/adopt.ts";
import { useDrafts } from "../store/drafts.ts";
import { bringing, sayBeside, takeIn } from "../store/files.ts";
import { type ReadFile, useTaking } from "../store/taking.ts";
import { told } from "./tell.tsx";

/** Names that are told; of more, how many there are. */
const NAMED = 6;

function Names({ title, names }: { readonly title: string; readonly names: readonly string[] }) {
  if (names.length === 0) return null;
  const more = names.length - NAMED;
  return (
    <section className="taking">
      <h3>{title}</h3>
      <p>{names.slice(0, NAMED).join(", ") + (more > 0 ? ` and ${String(more)} more` : "")}</p>
    </section>
  );
}

export default function TakeInDialog({ read }: { readonly read: ReadFile }) {
  const drafts = useDrafts((s) => s.drafts);
  const [onDifferent, setOnDifferent] = useState<"beside" | "replace">("beside");
  const adopted = useMemo(() => adopt(read.drafts, drafts, onDifferent), [read, drafts, onDifferent]);
  const { fresh, beside, same } = adopted;
  const [withSettings, setWithSettings] = useState(false);
  const all = useMemo(() => bringing(read), [read]);
  const brought = { ...all, settings: withSettings ? all.settings : undefined };
  const besides = sayBeside({ ...all, settings: undefined });
  const isNothing = fresh.length === 0 && besides.length === 0 && !all.settings;
  const comes = fresh.length > 0 || sayBeside(brought).length > 0;
  const differ = read.drafts.filter((d) => drafts.has(d.id)).map((d) => d.name);
  const navigate = useNavigate();
  const isLink = useLocation().pathname === "/take";
  const close = (): void => {
    useTaking.setState({ read: undefined });
  };
  // one draft that came by a link, or that is here already, is what the maker wants to see
  const [first] = fresh.length > 0 ? fresh : read.drafts;
  const isOne = fresh.length === 1 || (isNothing && read.drafts.length === 1);
  const open = (): void => {
    if (isOne && first) void navigate(`/draft/${first.id}/flat?stage=inside`, { replace: isLink });
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm" aria-labelledby="taking-title">
      <DialogTitle id="taking-title">
        {isNothing ? "Nothing new in this file" : "Add these to your drafts?"}
      </DialogTitle>
      <DialogContent>
        <Names title="New" names={read.drafts.filter((d) => !drafts.has(d.id)).map((d) => d.name)} />
        {same > 0 ? (
          <section className="taking">
            <h3>Here already, just the same</h3>
            <p>{same === 1 ? "1 draft, left as it is" : `${String(same)} drafts, left as they are`}</p>
          </section>
        ) : null}
        {beside > 0 ? (
          <section className="taking">
            <h3>Here already, but different: {beside}</h3>
            {same === 0 ? <p>{differ.slice(0, NAMED).join(", ")}</p> : null}
            <RadioGroup
              aria-label="What differs"
              value={onDifferent}
              onChange={(_, value) => {
                setOnDifferent(value as "beside" | "replace");
              }}
            >
              <FormControlLabel value="beside" control={<Radio />} label="Keep both: the file's stand beside mine" />
              <FormControlLabel value="replace" control={<Radio />} label="Put the file's in place of mine" />
            </RadioGroup>
          </section>
        ) : null}
        <Names title="Beside the drafts" names={besides} />
        {all.settings ? (
          <FormControlLabel
            control={
              <Checkbox
                checked={withSettings}
                onChange={(_, checked) => {
                  setWithSettings(checked);
                }}
              />
            }
            label="Its settings too, in place of mine: units, paper, the punch's notch, true size"
          />
        ) : null}
        <Names title="Cannot be read" names={read.unread.map((u) => u.name || u.where)} />
        {read.beside.unread > 0 ? (
          <Names
            title="Cannot be read, beside the drafts"
            names={[read.beside.unread === 1 ? "1 thing, left out" : `${String(read.beside.unread)} things, left out`]}
          />
        ) : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>{isNothing ? "Close" : "Do not add"}</Button>
        {isNothing && isOne ? (
          <Button
            variant="contained"
            onClick={() => {
              open();
              close();
            }}
          >
            Open it
          </Button>
        ) : null}
        {isNothing ? null : (
          <Button
            disabled={!comes}
            variant="contained"
            onClick={() => {
              void told(Promise.resolve(takeIn(adopted, brought)));
              if (isLink) open();
              close();
            }}
          >
            {besides.length > 0 || fresh.length === 0
              ? "Add all of it"
              : fresh.length === 1
                ? "Add it"
                : `Add ${String(fresh.length)} drafts`}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
