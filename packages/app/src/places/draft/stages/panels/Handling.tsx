/** What is done with a whole thing: order, another like it, in line with others, laid aside, taken away. */
import {
  besideOn,
  changed,
  type Drawing,
  type Fitting,
  type GroundAxis,
  inOrder,
  type LineUp,
  linesUp,
  type Lying,
  movedPlace,
  spacesEvenly,
  withoutFitting,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import {
  AlignHorizontalSpaceAround,
  AlignVerticalSpaceAround,
  ArrowDown,
  ArrowUp,
  CopyPlus,
  Eye,
  EyeOff,
  X,
} from "lucide-react";
import { memo, type ReactNode, useMemo } from "react";
import { Choice } from "../../../../parts/Choice.tsx";
import { chooseFitting, layAside, useChosen } from "../../../../store/chosen.ts";
import { change, useOpenDraft } from "../../../../store/openDraft.ts";
import { faceUnder, isSameFace } from "./faces.ts";
import { anotherLike } from "./fresh.ts";

/** The list with a row exchanged with its neighbour on the same face; undefined where something would lie on nothing. */
function moved(fitting: Fitting, all: readonly Fitting[], by: -1 | 1): readonly Fitting[] | undefined {
  const face = faceUnder(fitting, all);
  const own = all.filter((f) => isSameFace(faceUnder(f, all), face));
  const other = own[own.indexOf(fitting) + by];
  if (!other) return undefined;
  const [i, j] = [all.indexOf(fitting), all.indexOf(other)];
  const next = all.with(i, other).with(j, fitting);
  return inOrder(next) ? next : undefined;
}

interface HandlingProps {
  readonly id: string;
  readonly all: readonly Fitting[];
  /** the drawing at rest: where things lie */
  readonly solution: Drawing;
}

export const Handling = memo(function Handling({ id, all, solution }: HandlingProps) {
  const fitting = all.find((f) => f.id === id);
  const isAside = useChosen((c) => c.aside.includes(id));
  if (!fitting) return null;
  const [earlier, later] = [moved(fitting, all, -1), moved(fitting, all, 1)];
  const put = (fittings: readonly Fitting[] | undefined) => () => {
    if (fittings) change({ fittings });
  };
  const { name } = fitting;
  const button = (label: string, title: string, icon: ReactNode, does: () => void, isOff = false) => (
    <IconButton aria-label={label} title={title} disabled={isOff} onClick={does}>
      {icon}
    </IconButton>
  );
  return (
    <>
      <Beside fitting={fitting} all={all} solution={solution} />
      <div className="panels-moves">
        {button(`Lay ${name} earlier`, "Lay it earlier", <ArrowUp size={18} />, put(earlier), !earlier)}
        {button(`Lay ${name} later`, "Lay it later", <ArrowDown size={18} />, put(later), !later)}
        {button(`Another like ${name}`, "Another like it", <CopyPlus size={18} />, () => again(fitting, solution))}
        {button(
          isAside ? `Show ${name}` : `Lay ${name} aside while working`,
          isAside ? "Show it" : "Lay it aside while working",
          isAside ? <EyeOff size={18} /> : <Eye size={18} />,
          () => layAside(id, !isAside),
        )}
        <span />
        <Button
          size="small"
          startIcon={<X size={16} />}
          onClick={() => {
            chooseFitting(undefined);
            change({ fittings: withoutFitting(all, id) });
          }}
        >
          Take away
        </Button>
      </div>
    </>
  );
});

/** Lays another beside it, where there is room, and takes that in hand. */
function again(fitting: Fitting, solution: Drawing): void {
  const spec = useOpenDraft.getState().draft?.spec;
  const lies = solution.fittings.find((f) => f.id === fitting.id);
  if (!spec) return;
  const row = anotherLike(fitting, spec.fittings ?? [], lies, solution.grid);
  if (changed(spec, { at: ["fittings", row.id], value: row }).ok) {
    change({ at: ["fittings", row.id], value: row });
    chooseFitting(row.id, row.on);
  }
}

const AXES: readonly { readonly axis: GroundAxis; readonly by: readonly (readonly [LineUp, string])[] }[] = [
  {
    axis: "x",
    by: [
      ["low", "left edges"],
      ["middle", "middles, one above the other"],
      ["high", "right edges"],
    ],
  },
  {
    axis: "y",
    by: [
      ["high", "upper edges"],
      ["middle", "middles, side by side"],
      ["low", "lower edges"],
    ],
  },
];

interface BesideProps {
  readonly fitting: Fitting;
  readonly all: readonly Fitting[];
  readonly solution: Drawing;
}

/** In line with what lies on the same ground, or evenly between the first and the last of it. */
function Beside({ fitting, all, solution }: BesideProps) {
  const lies = solution.fittings.find((f) => f.id === fitting.id);
  const others = useMemo(
    // what is as large as its ground is its ground
    () => (lies ? besideOn(solution.fittings, lies).filter((other) => !isAllOf(other)) : []),
    [lies, solution],
  );
  const options = useMemo(
    () => [
      { value: "", text: "Choose …" },
      ...others.flatMap((other) =>
        AXES.flatMap(({ axis, by }) =>
          by.map(([what, text]) => ({
            ...{ value: `${other.id} ${axis} ${what}`, text },
            group: all.find((f) => f.id === other.id)?.name ?? other.id,
          })),
        ),
      ),
    ],
    [others, all],
  );
  if (!lies || lies.turn !== 0 || others.length === 0) return null;
  const move = (by: ReadonlyMap<string, readonly [number, number]>): void => {
    change({
      fittings: all.map((row) => {
        const [dx, dy] = by.get(row.id) ?? [0, 0];
        return dx === 0 && dy === 0 ? row : { ...row, at: movedPlace(row.at, dx, dy) };
      }),
    });
  };
  const lineUp = (value: string): void => {
    const [of, axis, what] = value.split(" ") as [string, GroundAxis, LineUp];
    const other = others.find((o) => o.id === of);
    if (!other) return;
    const by = linesUp(lies, other, axis, what);
    move(new Map([[lies.id, axis === "x" ? [by, 0] : [0, by]]]));
  };
  const space = (axis: GroundAxis) => (): void => {
    const things = [lies, ...others];
    const moves = spacesEvenly(things, axis, solution.grid);
    move(new Map(things.map(({ id }, i) => [id, axis === "x" ? [moves[i] ?? 0, 0] : [0, moves[i] ?? 0]])));
  };
  return (
    <div className="panels-beside">
      <Choice label="In line with" value="" options={options} onChange={lineUp} />
      {others.length < 2 ? null : (
        <>
          <IconButton aria-label="Space evenly across" title="Space evenly across" onClick={space("x")}>
            <AlignHorizontalSpaceAround size={18} />
          </IconButton>
          <IconButton aria-label="Space evenly up" title="Space evenly up" onClick={space("y")}>
            <AlignVerticalSpaceAround size={18} />
          </IconButton>
        </>
      )}
    </div>
  );
}

const isAllOf = ({ width, height, ground }: Lying): boolean => width >= ground.width && height >= ground.height;
