/** Inside, built up: what the first thing is made of, and what lies on it in the same holder. */
import { catalogue, find, formatLength, ofKind, PLY_MM, SIZE_MM, type Spec, THICKNESS_MM } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { Layers } from "lucide-react";
import { memo } from "react";
import { CountField } from "../../../parts/CountField.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { NameField } from "../../../parts/NameField.tsx";
import { Offered } from "../../../parts/Offered.tsx";
import { ownIn } from "../../../parts/ownKey.ts";
import { Row } from "../../../parts/RowList.tsx";
import { change, useOpenDraft } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";
import { shelfNow } from "../../../store/shelf.ts";

type PileRows = NonNullable<Spec["contents"]["pile"]>;
type Also = NonNullable<Spec["contents"]["also"]>;
const NOTHING: Also = [];

const FOAM_MM = [1, 1.5, 2] as const;
export const MOST_PLIES = { min: 1, max: 40 } as const;

/** Plies that are bought by name, and one to be measured. */
const FIRST_PLY = [{ value: "", text: "Add a layer …" }];
const PLY_OPTIONS = [
  ...catalogue.stocks.map((s) => ({ value: s.id, text: s.title, group: "Paper and card" })),
  ...FOAM_MM.map((mm) => ({ value: `foam-${String(mm)}`, text: `Foam ${String(mm)} mm`, group: "Foam" })),
  { value: "own", text: "Something measured", group: "Other" },
];

function plyFor(id: string): PileRows[number] {
  const stock = ownIn(ofKind(shelfNow(), "paper"), id) ?? find(catalogue.stocks, id);
  if (stock) return { name: stock.title, thickness: stock.caliper, count: 1 };
  const foam = FOAM_MM.find((mm) => id === `foam-${String(mm)}`);
  return foam === undefined ? { name: "Layer", thickness: 1, count: 1 } : { name: "Foam", thickness: foam, count: 1 };
}

const contentsNow = (): Spec["contents"] | undefined => useOpenDraft.getState().draft?.spec.contents;

/** So many of one thing on one another, in one holder. */
export const stackOf = ({ name = "Card", thickness }: Spec["contents"], count: number): void => {
  setPile([{ name, thickness: Math.min(PLY_MM.max, Math.max(PLY_MM.min, thickness)), count }]);
};

/** Sets the pile; without one the thickness stays as it came out. */
const setPile = (pile: PileRows): void => {
  change({ contents: { pile: pile.length > 0 ? pile : undefined } });
};
const setAlso = (also: Also): void => {
  change({ contents: { also: also.length > 0 ? also : undefined } });
};

function changePly(index: number, by: Partial<PileRows[number]>): void {
  setPile((contentsNow()?.pile ?? []).map((ply, i) => (i === index ? { ...ply, ...by } : ply)));
}
function changeThing(index: number, by: Partial<Also[number]>): void {
  setAlso((contentsNow()?.also ?? []).map((thing, i) => (i === index ? { ...thing, ...by } : thing)));
}

interface ThicknessBuilderProps {
  readonly pile: PileRows | undefined;
  readonly thickness: number;
}

/** Thickness as one figure, or added up layer by layer. */
export const ThicknessBuilder = memo(function ThicknessBuilder({ pile, thickness }: ThicknessBuilderProps) {
  const display = useDisplay();
  if (!pile) {
    return (
      <Button
        startIcon={<Layers size={18} />}
        onClick={() => {
          // a folded card to begin with: two plies that come to what was said
          setPile([{ name: "Card", thickness: Math.max(PLY_MM.min, thickness / 2), count: 2 }]);
        }}
      >
        Add up its thickness
      </Button>
    );
  }
  return (
    <div className="built">
      <h4>
        Made of <span>{formatLength(thickness, display)} together</span>
      </h4>
      <ul>
        {pile.map((ply, i) => (
          <Row
            key={i}
            name={ply.name}
            onRemove={() => {
              setPile(pile.toSpliced(i, 1));
            }}
          >
            <div className="wide">
              <NameField
                label={`Layer ${String(i + 1)}`}
                name={ply.name}
                onChange={(name) => {
                  changePly(i, { name });
                }}
              />
            </div>
            <LengthField
              label="Thick, each"
              mm={ply.thickness}
              bounds={PLY_MM}
              onChange={(mm) => {
                changePly(i, { thickness: mm });
              }}
            />
            <CountField
              label="Times"
              value={ply.count}
              {...MOST_PLIES}
              onChange={(count) => {
                changePly(i, { count });
              }}
            />
          </Row>
        ))}
      </ul>
      <Offered
        label="On top"
        kinds={PAPERS}
        value=""
        first={FIRST_PLY}
        usual={PLY_OPTIONS}
        onChange={(id) => {
          if (id !== "") setPile([...pile, plyFor(id)]);
        }}
      />
    </div>
  );
});

const FIRST_THINGS = [
  { value: "", text: "Add something …" },
  { value: "own", text: "Something measured" },
];
const THING_OPTIONS = catalogue.contents.map((c) => ({ value: c.id, text: c.title }));
const PAPERS = ["paper"] as const;
const THINGS = ["contents"] as const;

function thingFor(id: string): Also[number] {
  const own = ownIn(ofKind(shelfNow(), "contents"), id);
  if (own) return { name: own.title, width: own.width, height: own.height, thickness: own.thickness };
  const preset = find(catalogue.contents, id);
  if (!preset) return { name: "Thing", width: 80, height: 50, thickness: 1 };
  const { width, height, thickness, title } = preset;
  return { preset: preset.id, name: title, width, height, thickness };
}

/** What goes in together with the first thing: a gift card, a tag, a bookmark. */
export const AlsoInside = memo(function AlsoInside({ also = NOTHING }: { readonly also: Also | undefined }) {
  return (
    <div className="built">
      {also.length > 0 ? <h4>In the same holder</h4> : null}
      <ul>
        {also.map((thing, i) => (
          <Row
            key={i}
            name={thing.name}
            onRemove={() => {
              setAlso(also.toSpliced(i, 1));
            }}
          >
            <div className="wide">
              <NameField
                label="Called"
                name={thing.name}
                onChange={(name) => {
                  changeThing(i, { name });
                }}
              />
            </div>
            <LengthField
              label="Width"
              mm={thing.width}
              bounds={SIZE_MM}
              onChange={(width) => {
                changeThing(i, { width, preset: undefined });
              }}
            />
            <LengthField
              label="Height"
              mm={thing.height}
              bounds={SIZE_MM}
              onChange={(height) => {
                changeThing(i, { height, preset: undefined });
              }}
            />
            <LengthField
              label="Thickness"
              mm={thing.thickness}
              bounds={THICKNESS_MM}
              onChange={(thickness) => {
                changeThing(i, { thickness });
              }}
            />
          </Row>
        ))}
      </ul>
      <Offered
        label="Also inside"
        kinds={THINGS}
        value=""
        first={FIRST_THINGS}
        usual={THING_OPTIONS}
        onChange={(id) => {
          if (id !== "") setAlso([...also, thingFor(id)]);
        }}
      />
    </div>
  );
});
