/** What can be set of one thing on a panel: its kind's own settings, where it lies, its paper. */
import {
  catalogue,
  chooseContents,
  type Contents,
  type Fitting,
  formById,
  type Ground,
  groundsOn,
  kindById,
  ofKind,
  SIZE_MM,
  type Drawing,
  type Spec,
  type Stock,
  stockName,
  stockOf,
} from "@cut-fold/core";
import { memo, useMemo } from "react";
import { Choice } from "../../../../parts/Choice.tsx";
import { LengthField } from "../../../../parts/LengthField.tsx";
import { NameField } from "../../../../parts/NameField.tsx";
import { Offered } from "../../../../parts/Offered.tsx";
import { ownIn, ownKey } from "../../../../parts/ownKey.ts";
import { useAtRest } from "../../../../parts/useAtRest.ts";
import { change } from "../../../../store/openDraft.ts";
import { shelfNow } from "../../../../store/shelf.ts";
import { SettingFields } from "../SettingFields.tsx";
import { BorderFields } from "./BorderFields.tsx";
import { facesOf, SIDE_WORDS } from "./faces.ts";
import { PlaceFields } from "./PlaceFields.tsx";

const OWN_PAPER = [{ value: "", text: "The draft's own paper" }];
const NO_PAPER: readonly { value: string; text: string }[] = [];
const PAPER = ["paper"] as const;
const THING = ["contents"] as const;
const STOCKS = catalogue.stocks.map((s) => ({ value: s.id, text: s.title }));
const PATTERNS = [
  { value: "", text: "Alike on both sides" },
  { value: "outside", text: "Up" },
  { value: "inside", text: "Down" },
];
const FOAMS = [0, 1, 1.5, 2, 3].map((mm) => ({
  value: String(mm),
  text: mm === 0 ? "Flat" : `${String(mm)} mm foam`,
}));
const OWN_SIZE = [{ value: "", text: "Own size" }];
const THINGS = catalogue.contents.map((c) => ({ value: c.id, text: c.title }));

/** Whether it runs along an edge: there is no rule of place to set then. */
const runsAlong = (fitting: Fitting): boolean =>
  typeof fitting["runs"] === "string" && fitting["runs"] !== "free" && typeof fitting["off"] === "number";

interface FittingEditorProps {
  readonly fitting: Fitting;
  readonly spec: Spec;
  readonly solution: Drawing;
  readonly grounds: readonly Ground[];
}

const settersOf = (id: string) => {
  const put =
    (...rest: readonly string[]) =>
    (value: unknown) => {
      change({ at: ["fittings", id, ...rest], value });
    };
  return {
    name: put("name"),
    stock: (value: string) => {
      const own = ownIn(ofKind(shelfNow(), "paper"), value);
      put("stock")(own ? stockOf(own) : value === "" ? undefined : { preset: value });
    },
    pattern: (side: string) => {
      put("stock", "pattern")(side === "" ? undefined : side);
    },
    raised: (mm: string) => {
      put("raised")(Number(mm));
    },
    on: (value: string) => {
      const [panel = "", side = "outside", fitting] = value.split(" ");
      put("on")({ panel, side, ...(fitting && { fitting }) });
    },
    thing: (preset: string) => {
      const own = ownIn(ofKind(shelfNow(), "contents"), preset);
      if (own) put("contents")(chooseContents(own).contents);
      else if (preset !== "") put("contents")({ preset });
      else put("contents", "preset")(undefined);
    },
    width: (mm: number) => {
      change([
        { at: ["fittings", id, "contents", "width"], value: mm },
        { at: ["fittings", id, "contents", "preset"], value: undefined },
        { at: ["fittings", id, "contents", "own"], value: undefined },
      ]);
    },
    height: (mm: number) => {
      change([
        { at: ["fittings", id, "contents", "height"], value: mm },
        { at: ["fittings", id, "contents", "preset"], value: undefined },
        { at: ["fittings", id, "contents", "own"], value: undefined },
      ]);
    },
  };
};

export function FittingEditor({ fitting, spec, solution, grounds }: FittingEditorProps) {
  const { id } = fitting;
  const kind = kindById(fitting.kind);
  const set = useMemo(() => settersOf(id), [id]);
  const form = typeof fitting["form"] === "string" ? formById(fitting["form"]) : undefined;
  const stock = fitting["stock"] as Stock | undefined;
  const raised = typeof fitting["raised"] === "number" ? fitting["raised"] : 0;
  const worked = (name: string): number | undefined =>
    solution.dimensions.find((d) => d.fitting === id && d.sets?.at(-1) === name)?.value;
  const lies = solution.fittings.find((f) => f.id === id);
  const rested = useAtRest(spec);
  if (!kind) return null;
  return (
    <>
      <SettingFields
        shape={kind.settings.shape}
        values={fitting}
        path={`fittings ${id}`}
        wide={false}
        workedOf={worked}
      />
      {kind.border && lies ? (
        <BorderFields
          id={id}
          border={kind.border}
          width={lies.width}
          height={lies.height}
          ground={lies.ground}
          runs={fitting["runs"]}
        />
      ) : null}
      {form ? <PartContents contents={fitting["contents"] as Contents} set={set} /> : null}
      {kind.aSide || runsAlong(fitting) ? null : <PlaceFields id={id} at={fitting.at} />}
      {kind.asks.includes("raised") ? (
        <Choice label="How it lies" value={String(raised)} options={FOAMS} onChange={set.raised} />
      ) : null}
      {kind.asks.includes("stock") ? (
        <div className="wide">
          <Offered
            label="Paper"
            kinds={PAPER}
            value={stock?.own === undefined ? (stock?.preset ?? "") : ownKey(stock.own)}
            kept={stock && stockName(stock)}
            first={form ? OWN_PAPER : NO_PAPER}
            usual={STOCKS}
            onChange={set.stock}
          />
        </div>
      ) : null}
      {stock ? (
        <div className="wide">
          <Choice label="Its pattern" value={stock.pattern ?? ""} options={PATTERNS} onChange={set.pattern} />
        </div>
      ) : null}
      <div className="wide">
        <LiesOn
          id={id}
          now={keyOf(fitting.on)}
          under={fitting.on.fitting}
          all={rested.fittings ?? []}
          grounds={grounds}
          onChange={set.on}
        />
      </div>
      <div className="wide">
        <NameField label="Called" name={fitting.name} onChange={set.name} />
      </div>
      {form ? (
        <SettingFields
          shape={form.settings.shape}
          values={fitting["settings"] as Spec["settings"]}
          path={`fittings ${id} settings`}
          workedOf={worked}
          wide={false}
        />
      ) : null}
    </>
  );
}

interface PartContentsProps {
  readonly contents: Contents;
  readonly set: ReturnType<typeof settersOf>;
}

/** What goes into a holder that lies on a panel, or the size of a part. */
const PartContents = memo(function PartContents({ contents, set }: PartContentsProps) {
  return (
    <>
      <div className="wide">
        <Offered
          label="What goes in"
          kinds={THING}
          value={contents.own === undefined ? (contents.preset ?? "") : ownKey(contents.own)}
          kept={contents.name ?? "A thing of the shelf"}
          first={OWN_SIZE}
          usual={THINGS}
          onChange={set.thing}
        />
      </div>
      <LengthField label="Its width" mm={contents.width} bounds={SIZE_MM} onChange={set.width} />
      <LengthField label="Its height" mm={contents.height} bounds={SIZE_MM} onChange={set.height} />
    </>
  );
});

interface LiesOnProps {
  readonly id: string;
  /** where it lies now, as the list has it; and on which thing, if on one */
  readonly now: string;
  readonly under: string | undefined;
  readonly all: readonly Fitting[];
  readonly grounds: readonly Ground[];
  readonly onChange: (value: string) => void;
}

const keyOf = ({ panel, side, fitting }: Fitting["on"]): string => [panel, side, fitting].filter(Boolean).join(" ");

/** A face of the form, or something that lies there already. */
const LiesOn = memo(function LiesOn({ id, now, under, all, grounds, onChange }: LiesOnProps) {
  const options = useMemo(() => optionsFor(id, all, grounds), [id, all, grounds]);
  // a recipe may name the panel beneath: it is the same place
  const value = options.some((o) => o.value === now)
    ? now
    : (options.find((o) => under !== undefined && o.value.endsWith(` ${under}`))?.value ?? now);
  return <Choice label="Lies on" value={value} options={options} onChange={onChange} />;
});

/** The faces of the form, and of what is laid before a thing. */
function optionsFor(id: string, all: readonly Fitting[], grounds: readonly Ground[]) {
  const at = all.findIndex((f) => f.id === id);
  return [
    ...facesOf(grounds).map(({ panel, side, name }) => ({
      value: keyOf({ panel, side }),
      text: `${name}, ${SIDE_WORDS[side]}`,
      group: "Panels",
    })),
    ...all.slice(0, Math.max(0, at)).flatMap((under) =>
      groundsOn(under).map(({ panel, name }) => ({
        value: keyOf({ panel, side: under.on.side, fitting: under.id }),
        text: name === under.name ? under.name : `${under.name}: ${name.toLowerCase()}`,
        group: "On what lies there",
      })),
    ),
  ];
}
