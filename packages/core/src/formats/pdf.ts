/** PDF: what is printed. What writes it, and the program that does, come when it is asked for. */
import type { Format } from "./format.ts";

/** Templates at true size, the cut list and the steps. */
export const pdf: Format = {
  id: "pdf",
  title: "PDF",
  about: "templates at true size, the cut list and the steps, to print at 100 %",
  extension: ".pdf",
  mime: "application/pdf",
  lacks: [],
  of: ["draft"],
  reads: "whole",
  async write({ whole, title }, { fonts, pictures = [], ...how }) {
    const { solution, each } = whole();
    const [{ writePdf }, type] = await Promise.all([import("./print/pdf.ts"), fonts()]);
    const shown = new Map(pictures.map(({ id, bytes }) => [id, bytes]));
    return await writePdf(solution, { ...how, each, title, fonts: type, pictures: shown });
  },
};
