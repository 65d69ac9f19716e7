/** Layers on a card's panels: mats, frames and strips, each typed as border or as size, the one giving the other. */
import {
  borderFor,
  catalogue,
  find,
  formatLength,
  formatSize,
  formById,
  LAYER_MM,
  layerId,
  type Layer,
  marginsOf,
  type Piece,
  type Solution,
  type Spec,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { memo, useCallback, useMemo, useState } from "react";
import { light } from "../../../drawing/lit.ts";
import { Choice } from "../../../parts/Choice.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { NameField } from "../../../parts/NameField.tsx";
import { change, useOpenDraft } from "../../../store/openDraft.ts";
import { solutionOf } from "../../../store/solutions.ts";
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

/** Panels that take layers. */
type Faces = readonly { readonly id: string; readonly name: string }[];
const NO_FACES: Faces = [];

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
  const { form, settings } = spec;
  const faces = useMemo(() => formById(form)?.faces?.(settings) ?? NO_FACES, [form, settings]);
  // layers that are there when one is added, whatever they are by then
  const add = useCallback(
    (kind: string) => {
      const usual = faces.find((f) => f.id === "front") ?? faces[0];
      const now = layersNow();
      if (kind === "" || !usual) return;
      change({ layers: [...now, freshLayer(kind as Layer["kind"], usual.id, now)] });
      setOpen(now.length);
    },
    [faces],
  );
  if (faces.length === 0) return null;
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
            piece={solution.pieces.find((p) => p.id === layerId(i))}
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
        onChange={add}
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
  readonly faces: Faces;
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

/** The size of what a layer lies on, mm: its own and the margins round it. */
function groundOf(piece: Piece | undefined, { pieces, joins }: Solution) {
  const join = joins.find((j) => j.piece === piece?.id);
  const margins = join && marginsOf(pieces, join);
  return piece && margins
    ? {
        width: piece.blank.width + margins.left + margins.right,
        height: piece.blank.height + margins.top + margins.bottom,
      }
    : undefined;
}

function LayerRow({ layer, index, last, piece, solution, faces, open, onOpen }: LayerRowProps) {
  const display = useDisplay();
  const ground = open ? groundOf(piece, solution) : undefined;
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
          <LayerFields
            layer={layer}
            index={index}
            faces={faces}
            width={piece?.blank.width}
            height={piece?.blank.height}
            groundWidth={ground?.width}
            groundHeight={ground?.height}
          />
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

interface LayerFieldsProps {
  readonly layer: Layer;
  readonly index: number;
  readonly faces: Faces;
  /** its size, mm, and that of what it lies on; absent while it cannot be laid */
  readonly width: number | undefined;
  readonly height: number | undefined;
  readonly groundWidth: number | undefined;
  readonly groundHeight: number | undefined;
}

/** Sets the border by which a layer comes to be so wide or so high. */
function setSize(index: number, axis: "width" | "height", mm: number): void {
  const spec = useOpenDraft.getState().draft?.spec;
  const { joins, pieces } = spec ? solutionOf(spec) : { joins: [], pieces: [] };
  const join = joins.find((j) => j.piece === layerId(index));
  if (join) changeLayer(index, { border: borderFor(pieces, join, axis, mm) });
}

/** What each field of one layer does. Made once, so that fields that stand still are not drawn again. */
const settersOf = (index: number) => {
  const by = (key: string) => (value: string | number) => {
    changeLayer(index, { [key]: value });
  };
  return {
    name: by("name"),
    border: by("border"),
    width: by("width"),
    panel: by("panel"),
    side: by("side"),
    from: by("from"),
    at: by("at"),
    stock: (preset: string) => {
      changeLayer(index, { stock: { preset } });
    },
    raised: (mm: string) => {
      changeLayer(index, { raised: Number(mm) });
    },
    runs: (runs: string) => {
      changeLayer(index, { runs, from: "centre", at: 0 });
    },
    wide: (mm: number) => {
      setSize(index, "width", mm);
    },
    high: (mm: number) => {
      setSize(index, "height", mm);
    },
  };
};

const sizeBounds = (max: number = LAYER_MM.width.max) => ({ min: LAYER_MM.width.min, max });

const LayerFields = memo(function LayerFields(props: LayerFieldsProps) {
  const { layer, index, faces, width, height, groundWidth, groundHeight } = props;
  const set = useMemo(() => settersOf(index), [index]);
  const panels = useMemo(() => faces.map((f) => ({ value: f.id, text: f.name })), [faces]);
  const bounds = useMemo(() => sizeBounds(groundWidth), [groundWidth]);
  const highBounds = useMemo(() => sizeBounds(groundHeight), [groundHeight]);
  const along = layer.kind === "strip" ? (layer.runs === "across" ? "width" : "height") : undefined;
  return (
    <>
      <div className="wide">
        <NameField label="Called" name={layer.name} onChange={set.name} />
      </div>
      <LengthField
        label={layer.kind === "strip" ? "Free at each end" : "Border"}
        mm={layer.border}
        bounds={LAYER_MM.border}
        onChange={set.border}
      />
      {width !== undefined && along !== "height" ? (
        <LengthField label={along ? "or its length" : "or its width"} mm={width} bounds={bounds} onChange={set.wide} />
      ) : null}
      {height !== undefined && along !== "width" ? (
        <LengthField
          label={along ? "or its length" : "or its height"}
          mm={height}
          bounds={highBounds}
          onChange={set.high}
        />
      ) : null}
      {layer.kind === "mat" ? null : (
        <LengthField
          label={layer.kind === "frame" ? "Bars" : "Strip width"}
          mm={layer.width}
          bounds={LAYER_MM.width}
          onChange={set.width}
        />
      )}
      {layer.kind === "strip" ? <StripFields layer={layer} set={set} /> : null}
      <div className="wide">
        <Choice label="Panel" value={layer.panel} options={panels} onChange={set.panel} />
      </div>
      <div className="wide">
        <Choice label="Face" value={layer.side} options={SIDES} onChange={set.side} />
      </div>
      <div className="wide">
        <Choice label="Paper" value={layer.stock.preset ?? ""} options={STOCKS} onChange={set.stock} />
      </div>
      <div className="wide">
        <Choice label="How it lies" value={String(layer.raised)} options={FOAMS} onChange={set.raised} />
      </div>
    </>
  );
});

interface StripFieldsProps {
  readonly layer: Extract<Layer, { kind: "strip" }>;
  readonly set: ReturnType<typeof settersOf>;
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
      <Choice label="Runs" value={layer.runs} options={RUNS} onChange={set.runs} />
      <Choice label="Place" value={layer.from} options={from} onChange={set.from} />
      {layer.from === "centre" ? null : (
        <LengthField label="Off that edge" mm={layer.at} bounds={AT_MM} onChange={set.at} />
      )}
    </>
  );
}
