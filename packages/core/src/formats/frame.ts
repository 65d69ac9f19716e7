/** The frame that a cutting machine is measured by, as a file for it: a rectangle, drawn or cut once, nothing made up for. */
import { figure } from "../geometry/path.ts";
import { plotFile, strokeCommands } from "./plot.ts";

/** mm from where the machine begins to the frame. */
const IN_MM = 10;

/** A frame so many mm across and up. */
export function frameFile(across: number, up: number, as: "svg" | "hpgl"): string {
  const [x, y] = [IN_MM + across, IN_MM + up];
  if (as === "hpgl")
    return plotFile([
      "SP1;",
      ...strokeCommands([
        [IN_MM, IN_MM],
        [x, IN_MM],
        [x, y],
        [IN_MM, y],
        [IN_MM, IN_MM],
      ]),
    ]);
  const [w, h] = [figure(across + 2 * IN_MM), figure(up + 2 * IN_MM)];
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}"><path d="M${figure(IN_MM)} ${figure(IN_MM)}H${figure(x)}V${figure(y)}H${figure(IN_MM)}Z" fill="none" stroke="#000000" stroke-width="0.2"/></svg>\n`;
}
