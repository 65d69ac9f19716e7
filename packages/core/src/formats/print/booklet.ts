/**
 * A page for a table of people who make it together: what to bring, what is used up, and for each of them how many they make and
 * what they cut. Steps and templates follow it, as they are printed for one.
 */
import { paperNeed } from "../../layout/paperNeed.ts";
import type { Material, Solution } from "../../model/solution.ts";
import { formatSize } from "../../units/format.ts";
import { cap, sayMaterial } from "../../words/en.ts";
import { toolsFor } from "../../words/tools.ts";
import { ACCENT, type Doc, MARGIN_MM, newPage, PALE, POINTS, text } from "./ink.ts";
import type { PdfOptions } from "./options.ts";

const GAP_MM = 8;
const COLUMNS = 2;

/** How many each makes: all alike, and those before the others one more where it does not come out even. */
export const sharesOf = (many: number, people: number): number[] =>
  Array.from({ length: people }, (_, i) => Math.floor(many / people) + (i < many % people ? 1 : 0));

/** What so many of a whole run take. */
const shareOf = (material: Material, part: number): Material =>
  // a length is as long as it has to be; pieces are whole
  ["tape", "glue", "foam"].includes(material.code)
    ? { ...material, size: { ...material.size, width: material.size.width * part } }
    : { ...material, quantity: Math.ceil(material.quantity * part - 1e-9) };

/** The pages before the steps. */
export function bookletPages(doc: Doc, solution: Solution, options: PdfOptions): void {
  const { title, paper, display, people = ["", "", "", ""] } = options;
  const { quantity } = solution.spec;
  const whole = paper.width - 2 * MARGIN_MM;
  const width = (whole - GAP_MM) / COLUMNS;
  newPage(doc, paper);
  text(doc, title, MARGIN_MM, MARGIN_MM, 20, { strong: true, width: whole, one: true });
  text(doc, `${String(quantity)} of it, made by ${String(people.length)} people`, MARGIN_MM, MARGIN_MM + 10, 12);
  const top = MARGIN_MM + 22;
  let y = text(doc, "What to bring", MARGIN_MM, top, 12, { strong: true, width }) + 1;
  for (const tool of toolsFor(solution)) y = text(doc, `• ${cap(tool)}`, MARGIN_MM, y, 10, { width }) + 0.8;
  const right = MARGIN_MM + width + GAP_MM;
  let z = text(doc, "What is used up, in all", right, top, 12, { strong: true, width }) + 1;
  for (const material of [...solution.materials, ...paperNeed(solution)])
    z = line(doc, material, right, z, width, display) + 0.8;
  y = Math.max(y, z) + GAP_MM;
  const shares = sharesOf(quantity, people.length);
  const cell = (solution.materials.length + 2) * 5.2 + 8;
  people.forEach((name, i) => {
    const column = i % COLUMNS;
    if (column === 0 && i > 0) y += cell;
    if (column === 0 && y + cell > paper.height - MARGIN_MM - 8) {
      newPage(doc, paper);
      text(doc, title, MARGIN_MM, MARGIN_MM, 14, { strong: true, width: whole, one: true });
      y = MARGIN_MM + 12;
    }
    const x = MARGIN_MM + column * (width + GAP_MM);
    const many = shares[i] ?? 0;
    rule(doc, x, y - 2, width);
    let at = text(doc, `${name.trim() === "" ? `Person ${String(i + 1)}` : name}: makes ${String(many)}`, x, y, 12, {
      ...{ strong: true, width },
      one: true,
    });
    at += 0.8;
    if (many > 0)
      for (const material of solution.materials)
        at = line(doc, shareOf(material, many / quantity), x, at, width, display) + 0.6;
    else text(doc, "Folds and glues with the others.", x, at, 9, { width, colour: PALE });
  });
}

function line(
  doc: Doc,
  material: Material,
  x: number,
  y: number,
  width: number,
  display: Parameters<typeof formatSize>[2],
): number {
  const { item, amount, note } = sayMaterial(material, display);
  return text(doc, `${amount}  ${item}${note === "" ? "" : ` · ${note}`}`, x, y, 9.5, { width, one: true });
}

function rule(doc: Doc, x: number, y: number, width: number): void {
  doc.save().scale(POINTS).lineWidth(0.2).strokeColor(ACCENT).undash();
  doc
    .moveTo(x, y)
    .lineTo(x + width, y)
    .stroke();
  doc.restore();
}
