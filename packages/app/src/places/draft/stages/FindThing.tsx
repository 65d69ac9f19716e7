/** What goes in, found by a word or by its size: every thing of the shelf and of the list, drawn at one scale. */
import { catalogue, formatSize, ofKind } from "@cut-fold/core";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import InputBase from "@mui/material/InputBase";
import { Search } from "lucide-react";
import { memo, useMemo, useState } from "react";
import { ownKey } from "../../../parts/ownKey.ts";
import { type Thing, thingsFor } from "./thingsFor.ts";
import "../views/tray.css";
import { useDisplay } from "../../../store/settings.ts";
import { shelfNow } from "../../../store/shelf.ts";
import { colour } from "../../../theme/theme.ts";

/** px that the longest of all is drawn. */
const LONGEST_PX = 84;

const everything = (): Thing[] => [
  ...ofKind(shelfNow(), "contents").map(({ id, title, width, height }) => ({
    value: ownKey(id),
    title,
    width,
    height,
  })),
  ...catalogue.contents.map(({ id, title, width, height }) => ({ value: id, title, width, height })),
];

interface FindThingProps {
  readonly onFound: (value: string) => void;
}

export const FindThing = memo(function FindThing({ onFound }: FindThingProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button startIcon={<Search size={18} />} onClick={() => setOpen(true)}>
        Find it by name or size
      </Button>
      {isOpen ? (
        <FindDialog
          onClose={() => setOpen(false)}
          onFound={(value) => {
            setOpen(false);
            onFound(value);
          }}
        />
      ) : null}
    </>
  );
});

function FindDialog({ onFound, onClose }: FindThingProps & { readonly onClose: () => void }) {
  const display = useDisplay();
  const [typed, setTyped] = useState("");
  const all = useMemo(() => everything(), []);
  const found = thingsFor(all, typed, display.unit.startsWith("in"));
  const k = LONGEST_PX / Math.max(1, ...found.map(({ width, height }) => Math.max(width, height)));
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>What goes in</DialogTitle>
      <DialogContent className="find-thing">
        <label className="tray-find">
          <Search size={18} aria-hidden />
          <InputBase
            autoFocus
            fullWidth
            placeholder="A name, or the length of a side"
            value={typed}
            inputProps={{ "aria-label": "A name, or the length of a side", maxLength: 60 }}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        {found.length === 0 ? (
          <p>Nothing is called that or has such a side. Choose own size, and type what you measure.</p>
        ) : null}
        <div className="find-things">
          {found.map(({ value, title, width, height }) => (
            <ButtonBase key={value} onClick={() => onFound(value)}>
              <svg width={LONGEST_PX} height={LONGEST_PX} aria-hidden>
                <rect
                  x={(LONGEST_PX - width * k) / 2}
                  y={(LONGEST_PX - height * k) / 2}
                  width={width * k}
                  height={height * k}
                  fill={colour.card}
                  stroke={colour.ink}
                />
              </svg>
              <strong>{title}</strong>
              <span>{formatSize(width, height, display)}</span>
            </ButtonBase>
          ))}
        </div>
      </DialogContent>
    </Dialog>
  );
}
