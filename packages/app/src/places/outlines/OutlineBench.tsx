/** One outline in its size: what it is called, what is made of it, and what it is used for. */
import { dayOf } from "../../parts/day.ts";
import { formatLength, formById, loadForms, loopsOf } from "@cut-fold/core";
import type { OutlineMaking } from "@cut-fold/core/outlines";
import Button from "@mui/material/Button";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Choice } from "../../parts/Choice.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { NameField } from "../../parts/NameField.tsx";
import { OutlineDrawing } from "../../parts/OutlineDrawing.tsx";
import { tellDone, tellTrouble } from "../../parts/tell.tsx";
import { saveOutline } from "../../store/files.ts";
import { useDrafts } from "../../store/drafts.ts";
import { draftOf, type OutlineUse, USES } from "../../store/outlineUses.ts";
import type { ShelfOutline } from "../../store/kept.ts";
import { dropOutline, keepOutline, newOutline } from "../../store/outlines.ts";
import { makeOutline, resized, takeApart } from "../../store/ownOutline.ts";
import { useDisplay } from "../../store/settings.ts";

const SIDE_MM = { min: 5, max: 600 };
const BY_MM = { min: -50, max: 50 };
const WIDE_MM = { min: 0.5, max: 100 };
const SHIFT_MM = { min: -600, max: 600 };

interface OutlineBenchProps {
  readonly outline: ShelfOutline;
  readonly all: readonly ShelfOutline[];
  readonly onMade: (outline: ShelfOutline | undefined) => void;
}

export function OutlineBench({ outline, all, onMade }: OutlineBenchProps) {
  const display = useDisplay();
  const { name, width, height } = outline;
  const [busy, setBusy] = useState(false);
  const loops = loopsOf(outline.drawn)?.length ?? 1;
  const make = (making: OutlineMaking, called: string): void => {
    setBusy(true);
    makeOutline(outline, making)
      .then((read) => {
        if (!read.ok) tellTrouble(read.why);
        else onMade(newOutline({ ...read.outline, name: called.slice(0, 80), from: `Made of ${name}` }));
      })
      .catch(() => {
        tellTrouble("It could not be worked out.");
      })
      .finally(() => {
        setBusy(false);
      });
  };
  return (
    <section className="bench" aria-label={name} aria-busy={busy}>
      <div className="bench-top">
        <div className="bench-picture">
          <OutlineDrawing {...outline} label={`${name}, drawn`} />
        </div>
        <p className="bench-size">
          <strong>{formatLength(width, display)}</strong> wide, <strong>{formatLength(height, display)}</strong> high
        </p>
      </div>
      <p className="bench-from">
        {outline.from}, {dayOf(outline.made)}
        {loops > 1 ? ` · ${String(loops)} closed lines` : ""}
      </p>
      <UsedFor outline={outline} />
      <Called outline={outline} />
      <h2>Make another of it</h2>
      <MadeOfIt outline={outline} loops={loops} onMake={make} onMade={onMade} />
      <WithAnother outline={outline} all={all} onMake={make} />
      <Kept outline={outline} />
    </section>
  );
}

interface OfOutline {
  readonly outline: ShelfOutline;
}

/** Its name and its size; one side follows the other. */
function Called({ outline }: OfOutline) {
  const { name, width, height } = outline;
  return (
    <div className="bench-fields">
      <div className="wide">
        <NameField
          label="Called"
          name={name}
          onChange={(called) => {
            if (called.trim() !== "") keepOutline({ ...outline, name: called });
          }}
        />
      </div>
      <LengthField
        label="Wide"
        mm={width}
        bounds={SIDE_MM}
        onChange={(mm) => {
          keepOutline(resized(outline, mm, (height * mm) / width));
        }}
      />
      <LengthField
        label="High"
        mm={height}
        bounds={SIDE_MM}
        onChange={(mm) => {
          keepOutline(resized(outline, (width * mm) / height, mm));
        }}
      />
    </div>
  );
}

interface MadeOfItProps extends OfOutline, Pick<OutlineBenchProps, "onMade"> {
  readonly loops: number;
  readonly onMake: (making: OutlineMaking, called: string) => void;
}

/** Everything that is made of one outline alone. */
function MadeOfIt({ outline, loops, onMake, onMade }: MadeOfItProps) {
  const display = useDisplay();
  const { name } = outline;
  const inInches = display.unit === "in" || display.unit === "in-decimal";
  const ways: readonly (readonly [text: string, making: OutlineMaking, called: string])[] = [
    ["Mirror it", { how: "mirror" }, "mirrored"],
    ["Turn it a quarter", { how: "turn", by: 90 }, "turned"],
    ["Half, for a fold", { how: "half" }, "half"],
    ["Make both halves alike", { how: "even" }, "even"],
    ...(loops > 1 ? ([["Fill its holes", { how: "silhouette" }, "filled"]] as const) : []),
  ];
  const apart = async (): Promise<void> => {
    const read = await takeApart(outline);
    if (!read.ok) tellTrouble(read.why);
    else if (read.outlines.length < 2) tellTrouble("It hangs together: there is nothing to take apart.");
    else
      for (const [i, part] of read.outlines.entries())
        onMade(
          newOutline({ ...part, name: `${name}, part ${String(i + 1)}`.slice(0, 80), from: `Taken out of ${name}` }),
        );
  };
  return (
    <>
      <ByLength
        label="Grown by"
        usual={inInches ? 3.175 : 3}
        bounds={BY_MM}
        text="Grow it all round"
        onMake={(by) => {
          onMake(
            { how: "grow", by },
            `${name}, ${by < 0 ? "drawn in" : "grown"} ${formatLength(Math.abs(by), display)}`,
          );
        }}
      />
      <ByLength
        label="Frame's width"
        usual={inInches ? 6.35 : 6}
        bounds={WIDE_MM}
        text="Make it a frame"
        onMake={(wide) => {
          onMake({ how: "frame", wide }, `${name}: frame of ${formatLength(wide, display)}`);
        }}
      />
      <div className="bench-buttons">
        {ways.map(([text, making, called]) => (
          <Button
            key={text}
            variant="outlined"
            onClick={() => {
              onMake(making, `${name}, ${called}`);
            }}
          >
            {text}
          </Button>
        ))}
        {loops > 1 ? (
          <Button
            variant="outlined"
            onClick={() => {
              apart().catch(() => {
                tellTrouble("It could not be taken apart.");
              });
            }}
          >
            Take its parts out
          </Button>
        ) : null}
      </div>
    </>
  );
}

/** Saved as a file, or put away. */
function Kept({ outline }: OfOutline) {
  return (
    <div className="bench-buttons">
      <Button
        onClick={() => {
          saveOutline(outline).catch(() => {
            tellTrouble("It could not be saved. Try again.");
          });
        }}
      >
        Save it as SVG
      </Button>
      <Button
        color="inherit"
        onClick={() => {
          dropOutline(outline);
          tellDone(`Taken off your outlines: ${outline.name}`, "Put it back", () => {
            keepOutline(outline);
          });
        }}
      >
        Take it off your outlines
      </Button>
    </div>
  );
}

interface ByLengthProps {
  readonly label: string;
  readonly usual: number;
  readonly bounds: { readonly min: number; readonly max: number };
  readonly text: string;
  readonly onMake: (mm: number) => void;
}

function ByLength({ label, usual, bounds, text, onMake }: ByLengthProps) {
  const [mm, setMm] = useState(usual);
  return (
    <div className="bench-row">
      <LengthField label={label} mm={mm} bounds={bounds} onChange={setMm} />
      <Button
        variant="outlined"
        onClick={() => {
          onMake(mm);
        }}
      >
        {text}
      </Button>
    </div>
  );
}

/** Put together with another, its middle so far from this one's. */
function WithAnother({
  outline,
  all,
  onMake,
}: Pick<OutlineBenchProps, "outline" | "all"> & { readonly onMake: (making: OutlineMaking, called: string) => void }) {
  const others = all.filter((o) => o.id !== outline.id);
  const [id, setId] = useState("");
  const [x, setX] = useState(0);
  const [y, setY] = useState(0);
  const other = others.find((o) => o.id === id);
  if (others.length === 0) return null;
  const make = (how: "union" | "cut-away" | "common", called: string): void => {
    if (!other) return;
    const { drawn, width, height } = other;
    onMake({ how, other: { drawn, width, height }, x, y }, `${outline.name} ${called} ${other.name}`);
  };
  return (
    <>
      <div className="bench-fields">
        <div className="wide">
          <Choice
            label="With another"
            value={id}
            options={[{ value: "", text: "Choose one" }, ...others.map((o) => ({ value: o.id, text: o.name }))]}
            onChange={setId}
          />
        </div>
        {other ? (
          <>
            <LengthField label="To the right by" mm={x} bounds={SHIFT_MM} onChange={setX} />
            <LengthField label="Higher by" mm={y} bounds={SHIFT_MM} onChange={setY} />
          </>
        ) : null}
      </div>
      {other ? (
        <>
          <div className="bench-both">
            <BothDrawn one={outline} other={other} x={x} y={y} />
          </div>
          <div className="bench-buttons">
            <Button variant="outlined" onClick={() => make("union", "and")}>
              Put them together
            </Button>
            <Button variant="outlined" onClick={() => make("cut-away", "without")}>
              Cut the other away
            </Button>
            <Button variant="outlined" onClick={() => make("common", "within")}>
              Keep what both cover
            </Button>
          </div>
        </>
      ) : null}
    </>
  );
}

interface BothProps {
  readonly one: ShelfOutline;
  readonly other: ShelfOutline;
  readonly x: number;
  readonly y: number;
}

/** Both as they will lie, to one scale. */
function BothDrawn({ one, other, x, y }: BothProps) {
  const [left, low] = [(one.width - other.width) / 2 + x, (one.height - other.height) / 2 + y];
  const [west, south] = [Math.min(0, left), Math.min(0, low)];
  const [east, north] = [Math.max(one.width, left + other.width), Math.max(one.height, low + other.height)];
  const margin = Math.max(east - west, north - south) * 0.04;
  const box = [west - margin, -north - margin, east - west + 2 * margin, north - south + 2 * margin];
  return (
    <svg
      role="img"
      aria-label="Both, as they lie"
      viewBox={box.map((v) => v.toFixed(2)).join(" ")}
      width="100%"
      height={150}
    >
      <g transform="scale(1 -1)">
        <path d={one.drawn} className="bench-one" />
        <path d={other.drawn} className="bench-other" transform={`translate(${String(left)} ${String(low)})`} />
      </g>
    </svg>
  );
}

/** A new draft that is cut to it. */
function UsedFor({ outline }: { readonly outline: ShelfOutline }) {
  const navigate = useNavigate();
  const use = async ({ form }: OutlineUse): Promise<void> => {
    await loadForms([form]);
    const draft = draftOf(outline, form);
    if (!draft) tellTrouble(`No ${formById(form)?.title.toLowerCase() ?? "holder"} can be made in this size.`);
    else {
      useDrafts.getState().put([draft]);
      await navigate(`/draft/${draft.id}/flat`);
    }
  };
  return (
    <div className="bench-buttons" role="group" aria-labelledby="bench-uses">
      <span id="bench-uses" className="bench-from">
        Cut to it:
      </span>
      {USES.map((one) => (
        <Button
          key={one.form}
          variant="contained"
          onClick={() => {
            use(one).catch(() => {
              tellTrouble("The form could not be fetched. Is the server running?");
            });
          }}
        >
          {one.title}
        </Button>
      ))}
    </div>
  );
}
