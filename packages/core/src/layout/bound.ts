/** How many whole sheets are needed at least: by area, and by pieces of which no two lie on one sheet. */
import { nth } from "../units/nth.ts";
import { type Table, TOUCH_MM } from "./table.ts";

/** Sheets that the area alone asks for, mm² over mm², once offcuts have taken what they could hold. */
export function areaBound(table: Table): number {
  const { slots, kinds, kindOf, free, fixed } = table;
  const whole = slots.find((s) => !s.isOffcut);
  if (!whole) return 0;
  const offcuts = slots.filter((s) => s.isOffcut).reduce((sum, s) => sum + s.width * s.height, 0);
  const area = [...free, ...fixed].reduce((sum, i) => sum + nth(kinds, nth(kindOf, i)).area, -offcuts);
  // of unlike sheets the largest could take it all
  const largest = slots.filter((s) => !s.isOffcut).map((s) => (s.width - 2 * s.margin) * (s.height - 2 * s.margin));
  return Math.max(0, Math.ceil(area / Math.max(...largest) - 1e-9));
}

/** Whether two kinds can lie on one sheet at some place and some of the angles they may have. */
function share(table: Table, a: number, b: number, slot: number): boolean {
  const turns = (kind: number): readonly number[] => nth(table.kinds, kind).turns;
  return turns(a).some((turnA) =>
    turns(b).some((turnB) => {
      const [p, q] = [table.range(a, turnA, slot), table.range(b, turnB, slot)];
      if (!p || !q) return false;
      // all differences of their places: they share the sheet unless all of these lie inside the no-fit polygon
      const [x0, x1, y0, y1] = [q.left - p.right, q.right - p.left, q.bottom - p.top, q.top - p.bottom];
      const n = table.noFit(a, turnA, b, turnB);
      for (const x of [x0, x1]) for (const y of [y0, y1]) if (!n.isDeeper(x, y, TOUCH_MM)) return true;
      for (let k = 0; k < n.edges.length; k += 4) {
        const [x, y] = [n.edges[k] as number, n.edges[k + 1] as number];
        if (x >= x0 && x <= x1 && y >= y0 && y <= y1) return true;
      }
      return false;
    }),
  );
}

/** Whole sheets that are proved to be needed, for the angles that are allowed. */
export function provedBound(table: Table): number {
  const byArea = areaBound(table);
  const { slots, free, kinds, kindOf } = table;
  const whole = slots.findIndex((s) => !s.isOffcut);
  // with offcuts, or unlike sheets, two of them might share another one
  if (whole < 0 || slots.some((s) => s.sheet !== nth(slots, whole).sheet)) return byArea;
  const known = new Map<number, boolean>();
  const apart: number[] = [];
  for (const copy of [...free].sort((a, b) => nth(kinds, nth(kindOf, b)).area - nth(kinds, nth(kindOf, a)).area)) {
    const kind = nth(kindOf, copy);
    const isAlone = apart.every((other) => {
      const key = other * kinds.length + kind;
      if (!known.has(key)) known.set(key, share(table, other, kind, whole));
      return known.get(key) === false;
    });
    if (isAlone) apart.push(kind);
  }
  return Math.max(byArea, apart.length);
}
