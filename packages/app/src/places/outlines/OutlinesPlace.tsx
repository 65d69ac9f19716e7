/** The maker's own outlines: brought in, made of one another, and used for what is cut to an outline. */
import { catalogue, formatSize } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { BringIn } from "../../parts/BringIn.tsx";
import { Choice } from "../../parts/Choice.tsx";
import { OutlineDrawing } from "../../parts/OutlineDrawing.tsx";
import { tellTrouble, toldSaved } from "../../parts/tell.tsx";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import type { ShelfOutline } from "../../store/kept.ts";
import { newOutline, useOutlines } from "../../store/outlines.ts";
import { saveAll } from "../../store/files.ts";
import { ofCatalogue, SHELF_FULL } from "../../store/ownOutline.ts";
import { useDisplay } from "../../store/settings.ts";
import { OutlineBench } from "./OutlineBench.tsx";
import "./outlines.css";

const OURS = [
  { value: "", text: "One of ours …" },
  ...catalogue.shapes.map(({ id, title }) => ({ value: id, text: title })),
];
/** So wide is what is traced before the maker has said, mm. */
const TRACED_MM = 100;

export function OutlinesPlace() {
  usePageTitle("Outlines");
  const outlines = useOutlines((s) => s.outlines);
  const aside = useOutlines((s) => s.aside);
  const load = useOutlines((s) => s.load);
  useEffect(() => void load(), [load]);
  const [chosen, setChosen] = useState<string>();
  const shown = outlines?.find((o) => o.id === chosen) ?? outlines?.[0];
  const take = (outline: ShelfOutline | undefined): void => {
    if (outline) setChosen(outline.id);
    else tellTrouble(SHELF_FULL);
  };
  return (
    <main className="place">
      <div className="place-head">
        <h1>Outlines</h1>
        <BringIn text="Bring one in …" isMain width={TRACED_MM} onTaken={take} />
        <Button component={Link} to="/net">
          A whole net …
        </Button>
        <Button component={Link} to="/picture">
          From a picture, in true size …
        </Button>
        <div className="outlines-begin">
          <Choice
            label="Begin with"
            value=""
            options={OURS}
            onChange={(id) => {
              const ours = ofCatalogue(id);
              if (ours) take(newOutline(ours));
            }}
          />
        </div>
      </div>
      {aside.length > 0 ? (
        <div className="banner" role="alert">
          {aside.length === 1 ? "One outline" : `${String(aside.length)} outlines`} in this browser cannot be read:
          another version of Cut Fold kept {aside.length === 1 ? "it, or it is" : "them, or they are"} damaged.{" "}
          {aside.length === 1 ? "It stays as it is" : "They stay as they are"}, and go along in the file of everything.
          <Button
            size="small"
            color="inherit"
            variant="outlined"
            onClick={() => void toldSaved(saveAll(), "Everything saved in one file.")}
          >
            Save everything to a file
          </Button>
        </div>
      ) : null}
      {outlines === undefined ? (
        <p aria-busy="true">One moment …</p>
      ) : outlines.length === 0 ? (
        <p className="outlines-none">
          Nothing here yet. Bring in a drawing (SVG or DXF) or a picture of a shape (PNG or JPEG): it is traced to one
          clean line. Whatever is cut to an outline can then be cut to yours: holders, tags, bands, windows, masks.
        </p>
      ) : (
        <div className="outlines">
          <ul aria-label="Your outlines">
            {outlines.map((outline) => (
              <OutlineCard
                key={outline.id}
                outline={outline}
                isChosen={outline.id === shown?.id}
                onChoose={() => {
                  setChosen(outline.id);
                }}
              />
            ))}
          </ul>
          {shown ? <OutlineBench key={shown.id} outline={shown} all={outlines} onMade={take} /> : null}
        </div>
      )}
    </main>
  );
}

interface OutlineCardProps {
  readonly outline: ShelfOutline;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function OutlineCard({ outline, isChosen, onChoose }: OutlineCardProps) {
  const display = useDisplay();
  return (
    <li>
      <button type="button" aria-pressed={isChosen} onClick={onChoose}>
        <span className="outline-picture">
          <OutlineDrawing {...outline} label="" />
        </span>
        <strong>{outline.name}</strong>
        <small>{formatSize(outline.width, outline.height, display)}</small>
      </button>
    </li>
  );
}
