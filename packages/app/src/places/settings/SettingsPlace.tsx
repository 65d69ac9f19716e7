import { catalogue, find, FLIPS, NOTCH_MM, type OnShelf } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Slider from "@mui/material/Slider";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useState } from "react";
import { Choice } from "../../parts/Choice.tsx";
import { Offered } from "../../parts/Offered.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { tell, told } from "../../parts/tell.tsx";
import { demoDrafts } from "../../store/demo.ts";
import { adopt } from "../../store/adopt.ts";
import { useDrafts } from "../../store/drafts.ts";
import { chooseProject, saveAll } from "../../store/files.ts";
import type { Settings } from "../../store/kept.ts";
import { useSettings } from "../../store/settings.ts";
import { colour } from "../../theme/theme.ts";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import { VERSION } from "../../version.ts";
import "./settings.css";

const UNITS: readonly { readonly value: Settings["unit"]; readonly text: string }[] = [
  { value: "ruler", text: "As the ruler in use reads" },
  { value: "in", text: "Inches, as fractions" },
  { value: "in-decimal", text: "Inches, decimal" },
  { value: "mm", text: "Millimetres" },
  { value: "cm", text: "Centimetres" },
];
const PRINTER = ["printer"] as const;
const TURNED_ABOUT = [
  { value: "long", text: "Its long edge" },
  { value: "short", text: "Its short edge" },
];
const PRINTED_ON = [
  { value: "iso-a4", text: "A4" },
  { value: "us-letter", text: "Letter" },
];
const printerValue = ({ sheet }: OnShelf<"printer">): string => sheet;

/** CSS says a pixel is 1/96 in; screens differ, so the maker compares. */
const CSS_PIXELS_PER_MM = 96 / 25.4;

/** The smallest part of an inch that is shown, where inches may be. */
function Fractions() {
  const { settings, set } = useSettings();
  if (settings.unit !== "in" && settings.unit !== "ruler") return null;
  return (
    <ToggleButtonGroup
      exclusive
      value={settings.fraction}
      aria-label="Smallest fraction"
      sx={{ ml: 2 }}
      onChange={(_, fraction: Settings["fraction"] | null) => {
        if (fraction) set({ fraction });
      }}
    >
      {([8, 16, 32] as const).map((f) => (
        <ToggleButton key={f} value={f}>
          to 1⁄{f}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

export function SettingsPlace() {
  usePageTitle("Settings");
  const { settings, set } = useSettings();
  const drafts = useDrafts((s) => s.drafts);
  const manyDrafts = drafts.size === 1 ? "1 draft" : `${String(drafts.size)} drafts`;
  return (
    <main className="place settings">
      <div className="place-head">
        <h1>Settings</h1>
      </div>
      <section>
        <h2>Lengths</h2>
        <p>
          Any length can be typed in any unit at any time. They are shown as the ruler in use reads, unless a unit is
          chosen here for all; the step that sets a ruler of the other system then says both.
        </p>
        <ToggleButtonGroup
          exclusive
          value={settings.unit}
          aria-label="Unit"
          onChange={(_, unit: Settings["unit"] | null) => {
            if (unit) set({ unit });
          }}
        >
          {UNITS.map((u) => (
            <ToggleButton key={u.value} value={u.value}>
              {u.text}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Fractions />
      </section>
      <section>
        <h2>My tools</h2>
        <div className="chart-asks">
          <Offered
            label="Paper in the printer"
            kinds={PRINTER}
            value={settings.paper}
            chosenBy={printerValue}
            usual={PRINTED_ON}
            onChange={(paper) => {
              set({ paper: paper as Settings["paper"] });
            }}
          />
          <Choice
            label="To print the other side, the sheet is turned about"
            value={settings.flip}
            options={TURNED_ABOUT}
            onChange={(flip) => {
              set({ flip: FLIPS.find((one) => one === flip) ?? "long" });
            }}
          />
          <LengthField
            label="My punch's notch, edge to inner corner"
            mm={settings.notch ?? 10.7}
            bounds={NOTCH_MM}
            onChange={(notch) => {
              set({ notch });
            }}
            about="Punch a scrap and measure. Charts and new drafts use it."
          />
        </div>
      </section>
      <section id="true-size">
        <h2>True size on this screen</h2>
        <TrueSize />
      </section>
      <section>
        <h2>Keep and bring back</h2>
        <p>
          Drafts live in this browser. A file of everything is the copy that survives it: {manyDrafts}, the bin, your
          outlines, the shelf and settings.
        </p>
        <div className="side-by-side">
          <Button
            variant="contained"
            onClick={() => {
              void told(
                saveAll().then((kept) =>
                  kept ? `${manyDrafts} saved in one file, with all that is kept beside them.` : undefined,
                ),
              );
            }}
          >
            Save everything to a file
          </Button>
          <Button
            variant="outlined"
            onClick={() => {
              void told(chooseProject());
            }}
          >
            Bring it back from a file
          </Button>
          <Button
            variant="outlined"
            onClick={() => {
              const { fresh } = adopt(demoDrafts(), drafts);
              useDrafts.getState().put(fresh);
              tell(fresh.length > 0 ? `${String(fresh.length)} demo drafts added.` : "The demo drafts are all here.");
            }}
          >
            Add the demo drafts
          </Button>
        </div>
      </section>
      <section>
        <h2>About</h2>
        <p>
          Cut Fold {VERSION}, under the MIT licence. <a href="/notices.txt">Packages and typefaces it is made with</a>,
          each with its licence.
        </p>
        <p>A “~” before a figure says that it had to be rounded: do not cut to it, turn to the other unit.</p>
      </section>
    </main>
  );
}

/** Hold a card to the screen: where its edge meets the drawn one, the drawing is as large as the paper. */
function TrueSize() {
  const { settings, set } = useSettings();
  const card = find(catalogue.contents, "gift-card") ?? { width: 85.6, height: 53.98 };
  const [scale, setScale] = useState(settings.pixelsPerMm ?? CSS_PIXELS_PER_MM);
  return (
    <>
      <p>
        Hold a gift card or any plastic card flat against the screen, left edge to left edge, and move the slider until
        the drawn card is exactly as wide. The flat view can then show every blank at the size it will be cut, and the
        card can be laid on it.
      </p>
      <svg
        width={card.width * scale + 4}
        height={card.height * scale + 4}
        role="img"
        aria-label="A card to compare with"
      >
        <rect
          x={2}
          y={2}
          width={card.width * scale}
          height={card.height * scale}
          rx={3.18 * scale}
          fill={colour.card}
          stroke={colour.rust}
          strokeWidth={2}
        />
      </svg>
      <div className="true-size-slider">
        <Slider
          aria-label="Width of the drawn card"
          min={2}
          max={9}
          step={0.005}
          value={scale}
          onChange={(_, value) => {
            setScale(value);
          }}
        />
      </div>
      <div className="side-by-side">
        <Button
          variant="contained"
          onClick={() => {
            set({ pixelsPerMm: scale });
          }}
        >
          The two are equal
        </Button>
        {settings.pixelsPerMm === undefined ? null : (
          <Button
            onClick={() => {
              set({ pixelsPerMm: undefined });
            }}
          >
            Forget it
          </Button>
        )}
      </div>
      {settings.pixelsPerMm === undefined ? null : <p>Measured. “True size” stands under the flat view.</p>}
    </>
  );
}
