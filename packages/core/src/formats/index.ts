/** Every way to keep what was drafted. Command line, workers, screens and tests walk this list. */
import { csv } from "./csv.ts";
import { cutterSvg } from "./cutterSvg.ts";
import { dxf } from "./dxf.ts";
import type { Format } from "./format.ts";
import { hpgl } from "./hpgl.ts";
import { numbers } from "./numbers.ts";
import { pdf } from "./pdf.ts";
import { png } from "./png.ts";
import { project } from "./project.ts";
import { svg } from "./svg.ts";
import { zipOf } from "./zip.ts";

const single: readonly Format[] = [pdf, svg, cutterSvg, dxf, hpgl, png, csv, numbers, project];

/** The formats, in the order they are offered. */
export const formats: readonly Format[] = [...single, zipOf(single)];

/** The format with this id; undefined when there is none. */
export const formatById = (id: string): Format | undefined => formats.find((format) => format.id === id);
