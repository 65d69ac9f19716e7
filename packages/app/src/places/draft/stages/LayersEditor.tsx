/** Layers on a card's panels: mats, frames and strips, each typed as border or as size, the one giving the other. */
import {
  borderFor,
  catalogue,
  find,
  formatLength,
  formatSize,
  formById,
  LAYER_MM,
  type Layer,
  marginsOf,
  type Piece,
  type Solution,
  type Spec,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useState } from "react";
import { light } from "../../../drawing/lit.ts";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { NameField } from "../../../parts/NameField.tsx";
import { change, useOpenDraft } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";

const KINDS = [
  { value: "", text: "Add a layer …" },
  { value: "mat", text: "Mat, a border all round" },
  { value: "frame", text: "Frame, open in the middle" },
  { value: "strip", text: "Strip across or down" },
];
const STOCKS = catalogue.stocks.map((s) => ({ value: s.id, text: s.title }));
const SIDES = [
  { value: "outside", text: "On the outside" },
  { value: "inside", text: "On the inside" },
];
const FOAMS = [
  { value: "0", text: "Flat on the paper" },
  { value: "1", text: "Raised on 1 mm foam" },
  { value: "1.5", text: "Raised on 1.5 mm foam" },
  { value: "2", text: "Raised on 2 mm foam" },
  { value: "3", text: "Raised on 3 mm foam" },
];
const RUNS = [
  { value: "across", text: "Across" },
  { value: "down", text: "Down" },
];
const AT_MM = { min: 0, max: 400 } as const;

const layersNow = (): readonly Layer[] => useOpenDraft.getState().draft?.spec.layers ?? [];

/** Changes one layer. What does not suit its kind is left out by whoever asks. */
function changeLayer(index: number, by: Readonly<Record<string, unknown>>): void {
  change({ layers: layersNow().map((layer, i) => (i === index ? { ...layer, ...by } : layer)) });
}

function freshLayer(kind: Layer["kind"], panel: string, layers: readonly Layer[]): Layer {
  const stock = find(catalogue.stocks, layers.length % 2 === 0 ? "text-120-plum" : "text-90");
  if (!stock) throw new Error("the catalogue lacks the paper a new layer starts with");
  const { id, title, caliper, weight } = stock;
  const common = { panel, side: "outside", raised: 0, stock: { preset: id, title, caliper, weight } } as const;
  if (kind === "mat") return { ...common, kind, name: "Mat", border: 5 };
  if (kind === "frame") return { ...common, kind, name: "Frame", border: 5, width: 8 };
  return { ...common, kind, name: "Strip", border: 0, width: 20, runs: "across", from: "centre", at: 0 };
}

export function LayersEditor({ spec, solution }: { readonly spec: Spec; readonly solution: Solution }) {
  const layers = spec.layers ?? [];
  const [open, setOpen] = useState<number>();
  const faces = formById(spec.form)?.faces?.(spec.settings) ?? [];
  if (faces.length === 0) return null;
  const usual = faces.find((f) => f.id === "front") ?? faces[0];
  return (
    <div className="wide built">
      <h4>Layers</h4>
      <ol className="layers">
        {layers.map((layer, i) => (
          <LayerRow
            key={i}
            layer={layer}
            index={i}
            last={i === layers.length - 1}
            piece={solution.pieces.find((p) => p.id === `layer-${String(i + 1)}`)}
            solution={solution}
            faces={faces}
            open={open === i}
            onOpen={() => {
              setOpen(open === i ? undefined : i);
            }}
          />
        ))}
      </ol>
      <Choice
        label={layers.length === 0 ? "Lay something on it" : "On top of these"}
        value=""
        options={KINDS}
        onChange={(kind) => {
          if (kind === "" || !usual) return;
          change({ layers: [...layers, freshLayer(kind as Layer["kind"], usual.id, layers)] });
          setOpen(layers.length);
        }}
      />
    </div>
  );
}

interface LayerRowProps {
  readonly layer: Layer;
  readonly index: number;
  readonly last: boolean;
  readonly piece: Piece | undefined;
  readonly solution: Solution;
  readonly faces: readonly { readonly id: string; readonly name: string }[];
  readonly open: boolean;
  readonly onOpen: () => void;
}

function move(index: number, by: -1 | 1): void {
  const layers = [...layersNow()];
  const [one, other] = [layers[index], layers[index + by]];
  if (!one || !other) return;
  layers[index] = other;
  layers[index + by] = one;
  change({ layers });
}

function LayerRow({ layer, index, last, piece, solution, faces, open, onOpen }: LayerRowProps) {
  const display = useDisplay();
  const size = piece ? formatSize(piece.blank.width, piece.blank.height, display) : "";
  const where = faces.find((f) => f.id === layer.panel)?.name ?? layer.panel;
  return (
    <li
      className="layer"
      onPointerEnter={() => {
        if (piece) light([piece.id]);
      }}
      onPointerLeave={() => {
        light([]);
      }}
    >
      <button type="button" className="layer-head" aria-expanded={open} onClick={onOpen}>
        <strong>{layer.name}</strong>
        <span>
          {size} · {where.toLowerCase()}
          {layer.side === "inside" ? ", inside" : ""}
          {layer.raised > 0 ? `, on ${formatLength(layer.raised, display)} foam` : ""}
        </span>
      </button>
      {open ? (
        <div className="fields layer-fields">
          <LayerFields layer={layer} index={index} piece={piece} solution={solution} faces={faces} />
          <div className="wide layer-moves">
            <IconButton
              aria-label={`Lay ${layer.name} earlier`}
              title="Lay it earlier"
              disabled={index === 0}
              onClick={() => {
                move(index, -1);
              }}
            >
              <ArrowUp size={18} />
            </IconButton>
            <IconButton
              aria-label={`Lay ${layer.name} later`}
              title="Lay it later"
              disabled={last}
              onClick={() => {
                move(index, 1);
              }}
            >
              <ArrowDown size={18} />
            </IconButton>
            <span style={{ flex: 1 }} />
            <Button
              size="small"
              startIcon={<X size={16} />}
              onClick={() => {
                change({ layers: layersNow().toSpliced(index, 1) });
              }}
            >
              Take away
            </Button>
          </div>
        </div>
      ) : null}
    </li>
  );
}

type FieldsProps = Pick<LayerRowProps, "layer" | "index" | "piece" | "solution" | "faces">;

function LayerFields({ layer, index, piece, solution, faces }: FieldsProps) {
  const set = (by: Readonly<Record<string, unknown>>): void => {
    changeLayer(index, by);
  };
  const join = solution.joins.find((j) => j.piece === piece?.id);
  const margins = join && marginsOf(solution.pieces, join);
  const ground = piece &&
    margins && {
      width: piece.blank.width + margins.left + margins.right,
      height: piece.blank.height + margins.top + margins.bottom,
    };
  const sized = (axis: "width" | "height") => (mm: number) => {
    if (join) set({ border: borderFor(solution.pieces, join, axis, mm) });
  };
  const bounds = (axis: "width" | "height") => ({ min: LAYER_MM.width.min, max: ground?.[axis] ?? LAYER_MM.width.max });
  const along = layer.kind === "strip" ? (layer.runs === "across" ? "width" : "height") : undefined;
  return (
    <>
      <div className="wide">
        <NameField
          label="Called"
          name={layer.name}
          onChange={(name) => {
            set({ name });
          }}
        />
      </div>
      <LengthField
        label={layer.kind === "strip" ? "Free at each end" : "Border"}
        mm={layer.border}
        bounds={LAYER_MM.border}
        onChange={(border) => {
          set({ border });
        }}
      />
      {piece && along !== "height" ? (
        <LengthField
          label={along ? "or its length" : "or its width"}
          mm={piece.blank.width}
          bounds={bounds("width")}
          onChange={sized("width")}
        />
      ) : null}
      {piece && along !== "width" ? (
        <LengthField
          label={along ? "or its length" : "or its height"}
          mm={piece.blank.height}
          bounds={bounds("height")}
          onChange={sized("height")}
        />
      ) : null}
      {layer.kind === "mat" ? null : (
        <LengthField
          label={layer.kind === "frame" ? "Bars" : "Strip width"}
          mm={layer.width}
          bounds={LAYER_MM.width}
          onChange={(width) => {
            set({ width });
          }}
        />
      )}
      {layer.kind === "strip" ? <StripFields layer={layer} set={set} /> : null}
      <div className="wide">
        <Choice
          label="Panel"
          value={layer.panel}
          options={faces.map((f) => ({ value: f.id, text: f.name }))}
          onChange={(panel) => {
            set({ panel });
          }}
        />
      </div>
      <div className="wide">
        <Choice
          label="Face"
          value={layer.side}
          options={SIDES}
          onChange={(side) => {
            set({ side });
          }}
        />
      </div>
      <div className="wide">
        <Choice
          label="Paper"
          value={layer.stock.preset ?? ""}
          options={STOCKS}
          onChange={(preset) => {
            set({ stock: { preset } });
          }}
        />
      </div>
      <div className="wide">
        <Choice
          label="How it lies"
          value={String(layer.raised)}
          options={FOAMS}
          onChange={(raised) => {
            set({ raised: Number(raised) });
          }}
        />
      </div>
    </>
  );
}

interface StripFieldsProps {
  readonly layer: Extract<Layer, { kind: "strip" }>;
  readonly set: (by: Readonly<Record<string, unknown>>) => void;
}

/** Where a strip lies: by rule from an edge, or in the middle. */
function StripFields({ layer, set }: StripFieldsProps) {
  const edges = layer.runs === "across" ? ["top", "bottom"] : ["left", "right"];
  const from = ["centre", ...edges].map((edge) => ({
    value: edge,
    text: edge === "centre" ? "In the middle" : `From the ${edge}`,
  }));
  return (
    <>
      <Choice
        label="Runs"
        value={layer.runs}
        options={RUNS}
        onChange={(runs) => {
          set({ runs, from: "centre", at: 0 });
        }}
      />
      <Choice
        label="Place"
        value={layer.from}
        options={from}
        onChange={(edge) => {
          set({ from: edge });
        }}
      />
      {layer.from === "centre" ? null : (
        <LengthField
          label="Off that edge"
          mm={layer.at}
          bounds={AT_MM}
          onChange={(at) => {
            set({ at });
          }}
        />
      )}
    </>
  );
}
