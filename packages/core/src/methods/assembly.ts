/**
 * What is the same whatever the paper was scored on: fold, glue, fill, close. Each form is made up by itself; what is laid
 * on a panel is laid when it is ready, while that panel still lies open, and a holder is closed when all that is done.
 */
import { fillsAfter } from "../folding/stages.ts";
import { assembled, lastOrder } from "../paper/pose.ts";
import type { Part } from "../fittings/laid.ts";
import { boundsOf, flatten } from "../geometry/path.ts";
import { HERE, offLine } from "../geometry/point.ts";
import { SAME_POINT_MM } from "../geometry/tolerance.ts";
import type { Fold, Glue, Piece, Contained } from "../model/piece.ts";
import type { Scene } from "../model/solution.ts";
import { alongLines, insideCuts } from "./insideCuts.ts";
import { idIn, type StepDraft } from "./method.ts";
import { type Whole, piecesIn } from "../fittings/whole.ts";
import { flatOnTable, listed, nameOf, strokesOf } from "./scene.ts";

/** One form of the draft on the table. */
interface Bench {
  readonly making: Whole;
  readonly part: Part;
  /** the piece that stays, and all that is folded up with it */
  readonly main: Piece;
  readonly whole: readonly Piece[];
  readonly lying: Contained | undefined;
}

/** A piece with everything cut and scored, folded up to an order, with so many others there. */
const onTable = (
  { main, whole }: Bench,
  folded: number,
  now: readonly string[] = [],
  more: readonly string[] = [],
): Scene => ({
  ...flatOnTable(main, strokesOf(main), now),
  folded,
  pieces: [...whole.map((p) => p.id), ...more],
});

/** The order up to which nothing of the form itself is folded: what lies on it is folded before. */
const openOrder = ({ whole }: Bench): number => {
  const orders = whole.flatMap((p) => p.folds.map((f) => f.order));
  return orders.length > 0 ? Math.min(...orders) - 1 : 0;
};

/**
 * All steps of a draft.
 * @param scored the steps that cut and score one form
 */
export function assemblySteps(making: Whole, scored: (part: Part) => readonly StepDraft[]): StepDraft[] {
  const [own, ...fitted] = making.parts;
  const bench = own && benchOf(making, own);
  if (!own || !bench) return [];
  const { before, after } = madeUp(
    bench,
    fitted.map((f) => f.main),
  );
  const laid: string[] = [];
  const laying = fitted.flatMap((part) => {
    const other = benchOf(making, part);
    if (!other) return [];
    const steps = fittingSteps(other, bench, laid, scored);
    laid.push(...piecesIn(part, making).map((p) => p.id));
    return steps.map((step) => ({ ...step, fitting: part.fitting ?? "" }));
  });
  const { finish } = own;
  const finishing = finish
    ? [{ kind: finish.kind, code: finish.code, scene: onTable(bench, lastOrder(making), [], laid) }]
    : [];
  const [first, last] = finish?.beforeFilling ? [finishing, after] : [after, finishing];
  return [...scored(own), ...before, ...laying, ...first, ...last];
}

function benchOf(making: Whole, part: Part): Bench | undefined {
  const pieces = piecesIn(part, making);
  const main = pieces.find((p) => p.id === part.main);
  const joins = making.joins.filter((j) => pieces.some((p) => p.id === j.onto.piece));
  const lying = making.contents.find((c) => c.fitting === part.fitting);
  return main && { making, part, main, lying, whole: assembled({ pieces, joins, main: main.id }) };
}

/** Creases, further pieces glued on, folds in their order with each flap glued just before it closes, filling before what closes. */
function madeUp(bench: Bench, laid: readonly string[]): { readonly before: StepDraft[]; readonly after: StepDraft[] } {
  const { making, main, whole, lying } = bench;
  // what only bends is no fold to be made
  const folds = whole.flatMap((piece) =>
    piece.folds.flatMap((fold): InPiece<Fold>[] => (fold.slack ? [] : [[piece, fold]])),
  );
  const joinOf = (piece: Piece) => making.joins.find((j) => j.piece === piece.id);
  const others = whole.filter((piece) => piece !== main);
  // a piece that stands on its tabs, or slides in, is made up before it is put there
  const isReady = (piece: Piece): boolean => joinOf(piece)?.stands === true;
  const slides = (piece: Piece): boolean =>
    making.motions.some((m) => m.move.kind === "slide" && m.move.piece === piece.id && m.move.through === undefined);
  // until it is slid in it is on the table by itself, and what it goes into without it
  const beside: Bench = { ...bench, whole: whole.filter((piece) => !slides(piece)) };
  const benchFor = (pieces: readonly Piece[]): Bench => {
    const own = others.find((piece) => slides(piece) && pieces.length > 0 && pieces.every((p) => p === piece));
    return own ? { ...bench, main: own, whole: [own] } : beside;
  };
  const glues = whole.flatMap((piece) =>
    isReady(piece) ? [] : piece.glue.map((glue): InPiece<Glue> => [piece, glue]),
  );
  const orders = [...new Set(folds.map(([, f]) => f.order))].sort((a, b) => a - b);
  const [before, after]: [StepDraft[], StepDraft[]] = [[], []];
  // what is there already is creased
  const fresh = folds.filter(([piece]) => !piece.bought);
  if (fresh.length > 0) {
    const now = fresh.map(([piece, f]) => idIn(piece, f.id));
    before.push({
      kind: "fold",
      code: "crease-all",
      facts: { folds: scoresIn(fresh) },
      scene: onTable(beside, 0, now),
    });
  }
  for (const other of others) {
    const own = folds.filter(([piece]) => piece === other);
    if (isReady(other) && own.length > 0) before.push(foldStep(bench, lastOf(own), own, [], [], false));
    if (!slides(other)) before.push(...joining(other, bench));
  }
  const loose = piecesIn(bench.part, making).filter((piece) => !whole.includes(piece));
  for (const other of loose) if (!other.folds.some((f) => !f.slack)) before.push(cutLoose(other), ...innerCuts(other));
  const fills = lying && fillsAfter(making, lying);
  const filling = (order: number): void => {
    if (!lying || fills !== order) return;
    for (const piece of loose) if (piece.carries) after.push(stickOn(piece, lying));
    const holder = benchFor(others.filter((piece) => piece.id === lying.on.piece));
    const scene = onTable(holder, order, [idIn({ id: lying.on.piece }, "contents")], laid);
    // a band is slid over what it holds, or laid round it where its ends are locked and not glued
    const code = lying.open?.past !== "both" ? "fill" : lying.closes.length > 0 ? "lay-inside" : "slide-on";
    after.push({ kind: "fill", code, facts: { contents: lying.name }, scene });
  };
  orders.forEach((order) => {
    // what goes through a slit is told where it is put through
    const folding = folds.filter(
      ([piece, f]) => f.order === order && !isReady(piece) && (f.angle !== 0 || (f.lift ?? 0) === 0),
    );
    if (folding.length === 0) {
      filling(order - 1);
      return;
    }
    const moving = folding.map(([piece, f]) => idIn(piece, f.panels[1]));
    const comes = (piece: Pick<Piece, "id">, panel: string): boolean => moving.includes(idIn(piece, panel));
    // glue between two pieces is put on before the later of the two comes down
    const glued = glues.filter(([piece, g]) =>
      g.onto.piece === piece.id
        ? comes(piece, carrierOf(piece, g))
        : g.panel !== piece.root && comes({ id: g.onto.piece }, g.onto.panel),
    );
    const at = benchFor(folding.map(([piece]) => piece));
    before.push(...gluing(at, order, folding, glued));
    filling(order - 1);
    const closes = fills !== undefined && order > fills;
    // a wall closes with the flap that hangs on it: one step, told at the flap
    if (closes && order !== orders.at(-1)) return;
    (closes ? after : before).push(foldStep(at, order, folding, glued, closes ? laid : [], closes));
  });
  filling(orders.at(-1) ?? 0);
  for (const other of others) if (slides(other)) after.push(...joining(other, bench));
  return { before, after };
}

const lastOf = (folds: readonly InPiece<Fold>[]): number => Math.max(0, ...folds.map(([, f]) => f.order));

/** Whether the maker glues wet: no tape is in hand. */
const wet = ({ making }: Bench) => ({ wet: making.spec.tape === undefined ? 1 : 0 });

/** Which face of the finished thing a glued side is. */
const faceOf = ({ part }: Bench, { face }: Glue): string => (face === part.outside ? "outside" : "inside");

/** Folds in one line of one piece are one score. */
const scoresIn = (folds: readonly InPiece<Fold>[]): number =>
  folds.filter(
    ([piece, fold], i) =>
      !folds.slice(0, i).some(([other, known]) => other === piece && !fold.path && !known.path && inLine(fold, known)),
  ).length;

const inLine = (a: Fold, b: Fold): boolean =>
  [a.from, a.to].every((p) => Math.abs(offLine(p, b.from, b.to)) < SAME_POINT_MM);

/** The panel whose folding brings a glued zone down: its own, or, where a tab lands on the panel that stays, what it hangs on. */
function carrierOf(piece: Piece, { panel, onto }: Glue): string {
  const parent = piece.folds.find((f) => f.panels[1] === panel)?.panels[0];
  return onto.panel === piece.root && parent !== undefined && parent !== piece.root ? parent : panel;
}

type InPiece<T> = readonly [piece: Piece, of: T];

const isWalled = (folding: readonly InPiece<Fold>[]): boolean => folding.every(([, f]) => Math.abs(f.angle) < 179);

/** Glue on what folds next, and what holds the corners square while it sets. */
function gluing(
  bench: Bench,
  order: number,
  folding: readonly InPiece<Fold>[],
  glued: readonly InPiece<Glue>[],
): StepDraft[] {
  const [first] = glued;
  if (!first) return [];
  const web = first[1].web === true;
  const { lying } = bench;
  const depth = lying?.inside.depth ?? 0;
  const now = glued.map(([piece, g]) => idIn(piece, g.id));
  const spacer: StepDraft[] =
    // between walls the contents' thickness holds the corners square while the glue sets
    isWalled(folding) && !web && lying && depth > 0
      ? [{ kind: "glue", code: "spacer", measure: lying.thickness, facts: { depth }, scene: onTable(bench, order - 1) }]
      : [];
  const panels = [...new Set(glued.map(([piece, g]) => nameOf(piece, g.panel)))];
  const flap = listed(panels);
  return [
    ...spacer,
    {
      kind: "glue",
      code: web ? "glue-web" : panels.length > 1 ? "glue-tabs" : glued.length === 1 ? "glue-where" : "glue-flap",
      facts: {
        flap,
        onto: nameOf(first[0], first[1].onto.panel),
        tape: first[1].widestTape,
        face: faceOf(bench, first[1]),
        ...wet(bench),
      },
      scene: onTable(bench, order - 1, now),
    },
  ];
}

function foldStep(
  bench: Bench,
  order: number,
  folding: readonly InPiece<Fold>[],
  glued: readonly InPiece<Glue>[],
  laid: readonly string[],
  closes: boolean,
): StepDraft {
  const { lying } = bench;
  const round = lying?.open?.past === "both";
  const closing = round ? "bring-round" : (bench.part.closing ?? "close");
  const hung = folding.some(([piece, f]) => f.panels[0] !== piece.root);
  const valley = folding[0] && folding[0][1].angle >= 0 ? 1 : 0;
  const flaps = listed(folding.map(([piece, f]) => nameOf(piece, f.panels[1])));
  const [seam] = glued;
  const onRoot = seam !== undefined && seam[1].onto.panel === seam[0].root;
  const inwards = onRoot
    ? "fold-over"
    : seam?.[1].face === "front"
      ? "fold-press"
      : isWalled(folding)
        ? hung
          ? "fold-on"
          : "stand-up"
        : "fold-in";
  return {
    kind: closes ? "close" : "fold",
    code: closes ? closing : inwards,
    facts: { flaps, valley, contents: lying?.name ?? "" },
    scene: onTable(
      bench,
      order,
      folding.map(([piece, f]) => idIn(piece, f.id)),
      laid,
    ),
  };
}

/** A fitting: made by itself, and glued where its rule says. */
function fittingSteps(
  bench: Bench,
  ground: Bench,
  laid: readonly string[],
  scored: (part: Part) => readonly StepDraft[],
): StepDraft[] {
  const { part, main } = bench;
  const { before, after } = madeUp(bench, []);
  const making = part.form || main.folds.length > 0 ? [...scored(part), ...before] : [cutOut(main)];
  const own = bench.whole.map((p) => p.id);
  const lay = layOn(bench, ground, onTable(ground, openOrder(ground), own, [...laid, ...own]));
  // it is filled when it lies where it stays, before anything closes over it
  const there = after.map((step) => ({ ...step, scene: { ...step.scene, ...atHome(step.scene, ground, laid, own) } }));
  // what goes across a fold is glued to the other side when the card is closed on it
  const across = part.seams.find(
    (s) => s.piece === main.id && s.onto.piece === ground.main.id && s.panel !== main.root,
  );
  const foot: StepDraft[] = across
    ? [
        {
          kind: "glue",
          code: "glue-across",
          facts: {
            part: main.name,
            onto: nameOf(ground.main, across.onto.panel),
            tape: main.glue.find((g) => g.panel === across.panel)?.widestTape ?? 0,
            ...wet(bench),
          },
          scene: onTable(ground, openOrder(ground), [idIn(main, across.panel)], [...laid, ...own]),
        },
      ]
    : [];
  return [...making, ...(lay ? [lay] : []), ...foot, ...there];
}

/** The same moment with the fitting on what it lies on. */
const atHome = (scene: Scene, ground: Bench, laid: readonly string[], own: readonly string[]): Partial<Scene> => ({
  piece: ground.main.id,
  folded: scene.folded,
  pieces: [...ground.whole.map((p) => p.id), ...laid, ...own],
});

function cutOut(piece: Piece): StepDraft {
  const window = piece.cuts.find((c) => c.kind === "window");
  const opening = window && boundsOf(flatten(window.path));
  const { width, height } = piece.blank;
  const size = { part: piece.name, paper: piece.stock?.title ?? "", width, height };
  const shaped = piece.outline.flat().some((s) => s.kind !== "line") || piece.outline.flat().length > 4;
  return {
    kind: "cut",
    code: opening ? "cut-frame" : shaped ? "cut-outline" : "cut-layer",
    facts: opening
      ? { ...size, openWidth: opening.right - opening.left, openHeight: opening.top - opening.bottom }
      : size,
    scene: { ...flatOnTable(piece, strokesOf(piece), [idIn(piece, "outline")]) },
  };
}

/** Glued on what it rests on, with what it leaves free of its ground. */
function layOn({ part, main, making }: Bench, ground: Bench, scene: Scene): StepDraft | undefined {
  const { lies } = part;
  const join = making.joins.find((j) => j.piece === main.id);
  if (!lies || !join) return undefined;
  const under = making.pieces.find((p) => p.id === lies.ground.piece);
  const inside = under === ground.main && (ground.part.outside === "front") !== (lies.ground.face === "front");
  const named =
    under === undefined
      ? ""
      : under === ground.main || under.folds.length > 0
        ? nameOf(under, lies.ground.panel)
        : under.name.toLowerCase();
  const [left, low] = lies.corner;
  return {
    kind: "glue",
    code: "lay-on",
    measure: left,
    facts: {
      part: main.name,
      onto: inside ? `inside of the ${named}` : named,
      side: left,
      right: lies.ground.width - left - lies.width,
      bottom: low,
      top: lies.ground.height - low - lies.height,
      turn: lies.turn,
      raised: join.raised ?? 0,
      tabs: part.stands ? 1 : 0,
    },
    scene,
  };
}

/** A layer of another paper on the outside of a panel. */
function layered(other: Piece, onto: string, bench: Bench): StepDraft[] {
  const now = other.panels.map((p) => idIn(other, p.id));
  return [
    {
      kind: "cut",
      code: "cut-cover",
      facts: { part: other.name, ...other.blank },
      scene: flatOnTable(other, strokesOf(other), [idIn(other, "outline")]),
    },
    {
      kind: "glue",
      code: "glue-cover",
      facts: { part: other.name, onto },
      scene: { ...onTable(bench, 0, now), pose: { ...HERE, flip: true } },
    },
  ];
}

/** A piece that no glue of its own holds: a carrier, a seal. */
const cutLoose = (piece: Piece): StepDraft => ({
  kind: "cut",
  code: "cut-loose",
  facts: { part: piece.name, ...piece.blank },
  scene: flatOnTable(piece, strokesOf(piece), [idIn(piece, "outline")]),
});

const stickOn = (piece: Piece, { name }: Contained): StepDraft => ({
  kind: "glue",
  code: "stick-on",
  facts: { part: piece.name, contents: name },
  scene: flatOnTable(piece, strokesOf(piece), [idIn(piece, "outline")]),
});

/** A further piece of the same form: cut out where it was not scored on the board, and put in its place. */
function joining(other: Piece, bench: Bench): StepDraft[] {
  const [glue] = other.glue;
  const join = bench.making.joins.find((j) => j.piece === other.id);
  const under = bench.whole.find((p) => p.id === join?.onto.piece);
  const onto = under && join ? nameOf(under, join.onto.panel) : "";
  const isScored = other.folds.some((f) => !f.slack);
  const told = join?.told;
  if (glue && told === undefined && glue.onto.face === bench.part.outside && !isScored)
    return layered(other, onto, bench);
  const scene = onTable(
    bench,
    0,
    other.panels.map((p) => idIn(other, p.id)),
  );
  const put: StepDraft = {
    kind: glue ? "glue" : "fold",
    code: told ?? "glue-piece",
    facts: { part: other.name, onto, tape: glue?.widestTape ?? 0, ...wet(bench) },
    // what lies behind the piece on the table is seen with that turned over
    scene: { ...scene, pose: { ...HERE, flip: faceOnMain(bench, other.id) === "back" } },
  };
  return isScored ? [put] : [cutOut(other), ...innerCuts(other), put];
}

/** The face of the piece on the table that another lies on, or what that lies on. */
function faceOnMain({ making, main }: Pick<Bench, "making" | "main">, piece: string): "front" | "back" {
  const join = making.joins.find((j) => j.piece === piece);
  if (!join) return "front";
  return join.onto.piece === main.id ? join.onto.face : faceOnMain({ making, main }, join.onto.piece);
}

/** Holes and slits in a piece that is cut out by itself; its windows are told where it is cut out. */
function innerCuts(piece: Piece): StepDraft[] {
  // its own windows are told where it is cut out; those that the maker put in it are not
  const cuts = piece.cuts.filter((cut) => cut.kind !== "window" || cut.fitting !== piece.fitting);
  return [...alongLines(piece, [...strokesOf(piece)], "front"), ...insideCuts(piece, cuts, strokesOf(piece))];
}
