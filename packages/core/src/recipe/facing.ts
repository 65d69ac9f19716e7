/** Which face of a piece is up where it is drawn flat. */
import type { Piece } from "../model/piece.ts";
import type { Spec } from "../model/spec.ts";
import { formById } from "../forms/index.ts";

/** The face that a flat drawing of a piece shows: envelopes are drawn from the inside, cards and what is laid on them from the outside. */
export function facing(spec: Spec, { fitting }: Piece): "inside" | "outside" {
  const laid = spec.fittings?.find((f) => f.id === fitting);
  const form = fitting === undefined ? spec.form : laid?.["form"];
  return typeof form === "string" && formById(form)?.outside === "back" ? "inside" : "outside";
}
