/** The printer over HTTP, for pages of this very server alone: a PDF in, what lands where on each of its pages. It keeps nothing. */
import { type Landed, type LandedPage, PDF_LIMITS, PrintError, printed, printerById } from "@cut-fold/core/printer";
import express, { Router } from "express";
import { z } from "zod";
import { oursAlone } from "../ours.ts";

const askedSchema = z.strictObject({
  printer: z.string().transform((id, context) => {
    const found = printerById(id);
    if (found) return found;
    context.addIssue("there is no such printer");
    return z.NEVER;
  }),
  fit: z.enum(["yes", "no"]).optional(),
});

/** A thousandth of a mm is finer than any nozzle. */
const short = (mm: number): number => Math.round(mm * 1000) / 1000;
const path = (points: Landed["runs"][number]): string =>
  points.map(([x, y], i) => `${i === 0 ? "M" : "L"}${String(short(x))} ${String(short(y))}`).join("");

const said = ({ landed, ...page }: LandedPage) => ({
  ...page,
  landed: landed.map(({ kind, runs, width, dash, colour, clip, lost }) => ({
    ...{ kind, d: runs.map(path).join(""), width: short(width), dash: dash.map(short), colour, lost: short(lost) },
    ...(clip && { clip: clip.map(short) }),
  })),
});

export function printerRoutes(): Router {
  const router = Router();
  router.post(
    "/pages",
    oursAlone("printer"),
    express.raw({ type: "application/pdf", limit: PDF_LIMITS.bytes }),
    (request, response) => {
      const asked = askedSchema.safeParse(request.query);
      if (!asked.success) {
        const [first] = asked.error.issues;
        response.status(400).json({ error: `${first?.path.join(".") ?? "pages"}: ${first?.message ?? "is none"}` });
        return;
      }
      if (!Buffer.isBuffer(request.body)) {
        response.status(415).json({ error: "this printer takes PDF" });
        return;
      }
      const { printer, fit } = asked.data;
      try {
        response.json({ pages: printed(request.body, { printer, fit: fit === "yes" }).map(said) });
      } catch (error) {
        if (!(error instanceof PrintError)) throw error;
        response.status(422).json({ error: `this file cannot be printed: ${error.message}` });
      }
    },
  );
  return router;
}
