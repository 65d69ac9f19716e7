/**
 * Takes the outlines of the shipped typefaces out of their font files, once: what is drawn and cut needs outlines and
 * widths alone. Run by hand when a typeface is added, after `npm install --no-save` of the packages named below; what it
 * writes is kept, and nobody else needs them.
 */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { create } from "fontkit";

const root = path.join(import.meta.dirname, "..");
const inModules = (file) => path.join(root, "node_modules", file);
const target = (id) => path.join(root, "packages/core/src/typefaces", `${id}.json`);

/** Letters of west and north Europe, and the signs that greetings use. */
const LETTERS = [
  ...Array.from({ length: 0x7e - 0x20 + 1 }, (_, i) => String.fromCodePoint(0x20 + i)),
  ...Array.from({ length: 0xff - 0xa1 + 1 }, (_, i) => String.fromCodePoint(0xa1 + i)),
  ..."–—‘’“”„…€",
];
/** Every outline is in thousandths of its size. */
const UNITS = 1000;

const OUTLINED = {
  plain: "@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff",
  script: "@fontsource/pacifico/files/pacifico-latin-400-normal.woff",
  slab: "@fontsource/zilla-slab/files/zilla-slab-latin-600-normal.woff",
  stencil: "@fontsource/saira-stencil-one/files/saira-stencil-one-latin-400-normal.woff",
};

const COMMANDS = { moveTo: "M", lineTo: "L", quadraticCurveTo: "Q", bezierCurveTo: "C", closePath: "Z" };

/** A capital from its foot to its head. */
function highOf(glyphs) {
  const ys = glyphs.H[1]
    .match(/-?\d+/gu)
    .map(Number)
    .filter((_, i) => i % 2 === 1);
  return Math.max(...ys) - Math.min(...ys);
}

function outlinesOf(file) {
  const font = create(readFileSync(inModules(file)));
  const k = UNITS / font.unitsPerEm;
  const glyphs = {};
  for (const letter of LETTERS) {
    if (!font.hasGlyphForCodePoint(letter.codePointAt(0))) continue;
    const glyph = font.glyphForCodePoint(letter.codePointAt(0));
    const d = glyph.path.commands
      .map(({ command, args }) => COMMANDS[command] + args.map((v) => Math.round(v * k)).join(" "))
      .join("");
    glyphs[letter] = [Math.round(glyph.advanceWidth * k), d];
  }
  const kern = {};
  const pairs = Object.keys(glyphs).filter((l) => /[\p{L}.,’]/u.test(l) && l < "\u0180");
  for (const a of pairs)
    for (const b of pairs) {
      const run = font.layout(a + b, { liga: false, calt: false, clig: false });
      if (run.glyphs.length !== 2) continue;
      const by = Math.round(run.positions[0].xAdvance * k) - glyphs[a][0];
      if (Math.abs(by) > 2) kern[a + b] = by;
    }
  return { high: highOf(glyphs), glyphs, kern };
}

/** Single strokes of an SVG font: its paths are centre lines. */
function strokesOf(file) {
  const text = readFileSync(inModules(file), "utf8");
  const k = UNITS / Number(/units-per-em="(\d+)"/u.exec(text)[1]);
  const glyphs = {};
  for (const [, attributes] of text.matchAll(/<glyph ([^>]*)>/gu)) {
    const of = (name) => new RegExp(`(?:^|\\s)${name}="([^"]*)"`, "u").exec(attributes)?.[1];
    const named = { "&amp;": "&", "&lt;": "<", "&gt;": ">", "&quot;": '"', "&apos;": "'" };
    const said = of("unicode");
    const code = said && /^&#x([0-9a-f]+);$/iu.exec(said);
    const letter = code ? String.fromCodePoint(parseInt(code[1], 16)) : (named[said] ?? said);
    if (!letter || !LETTERS.includes(letter)) continue;
    const d = (of("d") ?? "").replace(/-?\d+(\.\d+)?/gu, (v) => String(Math.round(Number(v) * k)));
    glyphs[letter] = [Math.round(Number(of("horiz-adv-x")) * k), d.replaceAll(/([A-Z]) +/gu, "$1").trim()];
  }
  return { high: highOf(glyphs), glyphs, kern: {} };
}

const write = (id, face) => {
  writeFileSync(target(id), `${JSON.stringify(face)}\n`);
  console.log(
    id,
    Object.keys(face.glyphs).length,
    "letters,",
    Object.keys(face.kern).length,
    "pairs,",
    face.high,
    "high",
  );
};
for (const [id, file] of Object.entries(OUTLINED)) write(id, outlinesOf(file));
write("line", strokesOf("hersheytext/svg_fonts/EMSReadability.svg"));
