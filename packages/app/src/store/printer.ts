/** The simulated printer: a PDF goes to the server, and what lands where comes back. */
import type { PrinterId } from "@cut-fold/core";
import { z } from "zod";

const landedSchema = z.object({
  kind: z.enum(["line", "area", "letters", "picture"]),
  d: z.string(),
  width: z.number(),
  dash: z.array(z.number()),
  colour: z.string(),
  lost: z.number(),
  clip: z.tuple([z.number(), z.number(), z.number(), z.number()]).optional(),
});
const pageSchema = z.object({
  width: z.number(),
  height: z.number(),
  reach: z.tuple([z.number(), z.number(), z.number(), z.number()]),
  lies: z.tuple([z.number(), z.number(), z.number(), z.number(), z.number(), z.number()]),
  off: z.number(),
  hundred: z.tuple([z.number().optional(), z.number().optional()]),
  lost: z.number(),
  touched: z.number(),
  landed: z.array(landedSchema),
});
/** A page as the printer laid it: what it was to be, and where that lies; mm, from the paper's upper left, y down. */
export type PrintedPage = z.infer<typeof pageSchema>;

/** Why it was not printed, as a sentence. */
export class PrinterTrouble extends Error {}

/** Prints on the simulated printer. @throws PrinterTrouble */
export async function printOn(
  pdf: Blob,
  printer: PrinterId,
  fit: boolean,
  signal: AbortSignal,
): Promise<PrintedPage[]> {
  const url = `/api/pages?${new URLSearchParams({ printer, fit: fit ? "yes" : "no" }).toString()}`;
  const headers = { "content-type": "application/pdf" };
  const answer = await fetch(url, { method: "POST", headers, body: pdf, signal }).catch(() => {
    signal.throwIfAborted();
    throw new PrinterTrouble(
      "The printer's server does not answer: start Cut Fold again and open this once more. Printing itself needs no server.",
    );
  });
  const body: unknown = await answer.json().catch(() => undefined);
  if (answer.ok) return z.object({ pages: z.array(pageSchema) }).parse(body).pages;
  const { error } = z.looseObject({ error: z.string().optional() }).parse(body ?? {});
  throw new PrinterTrouble(`The printer did not take it: ${error ?? "no answer"}.`);
}
