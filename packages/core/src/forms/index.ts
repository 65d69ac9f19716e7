/** Every form there is. Menus, charts, checks, the command line and the tests walk this list. */
import type { Form } from "../model/form.ts";
import { cardBase } from "./cardBase.ts";
import { closureTab } from "./closureTab.ts";
import { deepEnvelope } from "./deepEnvelope.ts";
import { envelopeLiner } from "./envelopeLiner.ts";
import { mask } from "./mask.ts";
import { openEndEnvelope } from "./openEndEnvelope.ts";
import { pointedEnvelope } from "./pointedEnvelope.ts";
import { sideSeamEnvelope } from "./sideSeamEnvelope.ts";
import { squareBlankEnvelope } from "./squareBlankEnvelope.ts";
import { tag } from "./tag.ts";

export const forms: readonly Form[] = [
  squareBlankEnvelope,
  sideSeamEnvelope,
  pointedEnvelope,
  openEndEnvelope,
  deepEnvelope,
  cardBase,
  envelopeLiner,
  tag,
  closureTab,
  mask,
];

/** The form with this id; undefined when there is none. */
export const formById = (id: string): Form | undefined => forms.find((form) => form.id === id);
