/**
 * What laying out takes of paper: the twelve fixed jobs, each for so many seconds of CPU, beside a packer of upright boxes
 * (maxrects-packer, the best of its logics in many orders, each piece once by its upright box and once by its least rectangle).
 * A worth is whole sheets less one, and the share of the least used one that is used.
 */
import { MaxRectsPacker, PACKING_LOGIC } from "maxrects-packer";
import { type LayoutJob, readJob, searchFor } from "@cut-fold/core";
import "@cut-fold/core/forms";
import { boxesIn, FIXED_JOBS } from "@cut-fold/core/jobs";

const [seconds = 3, ...seeds] = process.argv.slice(2).map(Number);
const SEEDS = seeds.length > 0 ? seeds : [1];

const cpu = (): number => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
};

interface Box {
  readonly w: number;
  readonly h: number;
}
const fits = ({ w, h }: Box, width: number, height: number): boolean =>
  (w <= width + 1e-6 && h <= height + 1e-6) || (h <= width + 1e-6 && w <= height + 1e-6);

const ORDERS: readonly ((a: Box, b: Box) => number)[] = [
  (a, b) => b.w * b.h - a.w * a.h,
  (a, b) => Math.max(b.w, b.h) - Math.max(a.w, a.h),
  (a, b) => Math.min(b.w, b.h) - Math.min(a.w, a.h),
  (a, b) => b.w + b.h - a.w - a.h,
  (a, b) => b.h - a.h,
  (a, b) => b.w - a.w,
];

/** The best that a packer of boxes comes to: sheets, worth, copies that lie on none. */
function boxed(job: LayoutJob, isLeast: boolean): { sheets: number; worth: number; left: number } {
  const { pieces, inHand, gap } = boxesIn(job);
  const whole = inHand.find(({ offcut }) => !offcut);
  if (!whole) throw new Error("no sheet");
  let left = 0;
  const boxes = pieces.flatMap(({ upright, least, copies }): Box[] => {
    const isUpright = fits({ w: upright.width, h: upright.height }, whole.width, whole.height);
    const { width: w, height: h } = isLeast || !isUpright ? least : upright;
    if (fits({ w, h }, whole.width, whole.height)) return Array.from({ length: copies }, () => ({ w, h }));
    left += copies;
    return [];
  });
  let best = { sheets: Infinity, worth: Infinity, left };
  const offcuts = inHand.filter(({ offcut }) => offcut).flatMap((o) => Array.from({ length: o.count }, () => o));
  for (const logic of [PACKING_LOGIC.MAX_AREA, PACKING_LOGIC.MAX_EDGE, PACKING_LOGIC.FILL_WIDTH])
    for (const isTall of [false, true])
      for (const order of ORDERS) {
        const fill = (width: number, height: number, given: readonly Box[]) => {
          const how = { smart: false, pot: false, square: false, allowRotation: true, border: 0, logic };
          const packer = new MaxRectsPacker(width + 1e-6, height + 1e-6, gap, how);
          for (const box of given) packer.add(box.w, box.h, box);
          return packer.bins;
        };
        let rest = boxes.map(({ w, h }) => (isTall ? { w: h, h: w } : { w, h })).sort(order);
        for (const { width, height } of offcuts) {
          const [bin] = fill(
            width,
            height,
            rest.filter((box) => fits(box, width, height)),
          );
          const used = new Set(bin?.rects.map((r) => r.data as Box));
          rest = rest.filter((box) => !used.has(box));
        }
        const bins = fill(whole.width, whole.height, rest);
        const shares = bins.map(({ rects }) => {
          const right = Math.max(...rects.map((r) => r.x + r.width));
          const top = Math.max(...rects.map((r) => r.y + r.height));
          return Math.min(right / whole.width, top / whole.height);
        });
        const worth = Math.max(0, bins.length - 1) + (bins.length > 0 ? Math.min(1, ...shares) : 0);
        if (worth < best.worth) best = { sheets: bins.length, worth, left };
      }
  return best;
}

const sums = { ours: 0, boxes: 0, least: 0 };
const saved: number[] = [];
const savedShaped: number[] = [];
const column = (text: string, wide: number): string => text.padEnd(wide);
console.log(
  column("job", 20) +
    column("sheets", 8) +
    column("proved", 8) +
    column("worth", 20) +
    column("straight", 14) +
    column("boxes", 14) +
    column("least boxes", 14) +
    column("saved", 8) +
    "first, CPU ms",
);
for (const { id, job: given, shaped } of FIXED_JOBS) {
  const runs = SEEDS.map((seed) => {
    const read = readJob({ ...given, seed, time: 600_000 });
    if (!read.ok) throw new Error(id);
    const ready = searchFor(read.value);
    if (!ready.ok) throw new Error(id);
    const { search } = ready;
    const begun = cpu();
    let first = 0;
    let count = 0;
    for (const _ of search.run()) {
      // the first sound layout is that by straight cuts, or the first that is nested where these leave something
      const isThere = first === 0 && (search.trim("done")?.left.length === 0 || search.nested("time") !== undefined);
      if (isThere) first = cpu() - begun;
      count += 1;
      if (count % 16 === 0 && cpu() - begun > seconds * 1000) break;
    }
    const nest = search.nested("time");
    const trim = search.trim("done");
    if (!nest) throw new Error(id);
    return { job: read.value, nest, trim, first, worth: search.worth() };
  });
  const [one] = runs;
  if (!one) continue;
  const [byBox, byLeast] = [boxed(one.job, false), boxed(one.job, true)];
  const sheets = Math.max(...runs.map(({ nest }) => nest.papers.reduce((sum, p) => sum + p.sheets, 0)));
  const worth = runs.reduce((sum, run) => sum + run.worth, 0) / runs.length;
  const isLaid = one.nest.left.length === 0 && byBox.left === 0;
  const less = 1 - worth / byBox.worth;
  if (isLaid) {
    sums.ours += sheets;
    sums.boxes += byBox.sheets;
    sums.least += byLeast.sheets;
    saved.push(less);
    if (shaped) savedShaped.push(less);
  }
  const straight = one.trim?.papers.reduce((sum, p) => sum + p.sheets, 0) ?? 0;
  console.log(
    column(id, 20) +
      column(one.nest.left.length === 0 ? String(sheets) : "none", 8) +
      column(String(one.nest.proved), 8) +
      column(runs.map((run) => run.worth.toFixed(3)).join(" "), 20) +
      column(String(straight), 14) +
      column(`${String(byBox.sheets)}  ${byBox.worth.toFixed(3)}`, 14) +
      column(`${String(byLeast.sheets)}  ${byLeast.worth.toFixed(3)}`, 14) +
      column(isLaid ? `${(100 * less).toFixed(1)} %` : "", 8) +
      one.first.toFixed(0),
  );
}
const mean = (list: readonly number[]): string =>
  `${((100 * list.reduce((sum, v) => sum + v, 0)) / Math.max(1, list.length)).toFixed(1)} %`;
console.log(
  `\nwhole sheets: ${String(sums.ours)}; boxes ${String(sums.boxes)}, least boxes ${String(sums.least)}; paper saved against boxes: ` +
    `${mean(saved)} of all, ${mean(savedShaped)} of those whose pieces are no rectangles`,
);
