/**
 * Every form there is. A form comes when it is wanted: its file is loaded once, and from then on it is known to readers,
 * solvers and screens. `all.ts` loads them all, for whoever walks the whole list.
 */
import type { Form } from "./form.ts";

const loaders: Readonly<Record<string, () => Promise<Form>>> = {
  "square-blank-envelope": () => import("./squareBlankEnvelope.ts").then((m) => m.squareBlankEnvelope),
  "side-seam-envelope": () => import("./sideSeamEnvelope.ts").then((m) => m.sideSeamEnvelope),
  "pointed-envelope": () => import("./pointedEnvelope.ts").then((m) => m.pointedEnvelope),
  "open-end-envelope": () => import("./openEndEnvelope.ts").then((m) => m.openEndEnvelope),
  "deep-envelope": () => import("./deepEnvelope.ts").then((m) => m.deepEnvelope),
  "side-tab-pocket": () => import("./sideTabPocket.ts").then((m) => m.sideTabPocket),
  "fold-over-pocket": () => import("./foldOverPocket.ts").then((m) => m.foldOverPocket),
  "diagonal-pocket": () => import("./diagonalPocket.ts").then((m) => m.diagonalPocket),
  "gift-card-folder": () => import("./giftCardFolder.ts").then((m) => m.giftCardFolder),
  "belly-band": () => import("./bellyBand.ts").then((m) => m.bellyBand),
  "stick-holder": () => import("./stickHolder.ts").then((m) => m.stickHolder),
  "tapered-pouch": () => import("./taperedPouch.ts").then((m) => m.taperedPouch),
  "pillow-box": () => import("./pillowBox.ts").then((m) => m.pillowBox),
  "tuck-box": () => import("./tuckBox.ts").then((m) => m.tuckBox),
  "sleeve-and-tray": () => import("./sleeveAndTray.ts").then((m) => m.sleeveAndTray),
  "bag-topper": () => import("./bagTopper.ts").then((m) => m.bagTopper),
  "card-base": () => import("./cardBase.ts").then((m) => m.cardBase),
  "insert-frame-card": () => import("./insertFrameCard.ts").then((m) => m.insertFrameCard),
  "slider-pocket-card": () => import("./sliderPocketCard.ts").then((m) => m.sliderPocketCard),
  "pop-up-cradle-card": () => import("./popUpCradleCard.ts").then((m) => m.popUpCradleCard),
  "envelope-liner": () => import("./envelopeLiner.ts").then((m) => m.envelopeLiner),
  tag: () => import("./tag.ts").then((m) => m.tag),
  "easel-strut": () => import("./easelStrut.ts").then((m) => m.easelStrut),
  "closure-tab": () => import("./closureTab.ts").then((m) => m.closureTab),
  mask: () => import("./mask.ts").then((m) => m.mask),
};
/** Forms that are drafted from something of the maker's own, and offered nowhere. */
const others: typeof loaders = { "own-net": () => import("./ownNet.ts").then((m) => m.ownNetForm) };
const loaderOf = (id: string): (() => Promise<Form>) | undefined =>
  Object.hasOwn(loaders, id) ? loaders[id] : Object.hasOwn(others, id) ? others[id] : undefined;

/** The ids of all forms, in the order they are listed. */
export const formIds: readonly string[] = Object.keys(loaders);

const loaded = new Map<string, Form>();

/** The form with this id where it has been loaded; undefined when it has not, or when there is none. */
export const formById = (id: string): Form | undefined => loaded.get(id);

/** Makes a form known by its id; one that is not in the list, a form on trial, is offered nowhere. */
export function register(form: Form): void {
  loaded.set(form.id, form);
}

/** Loads forms by id; ids of no form are passed over. @returns those that are known then, in the order asked */
export async function loadForms(ids: Iterable<string>): Promise<readonly Form[]> {
  const found = await Promise.all([...new Set(ids)].map(async (id) => loaded.get(id) ?? (await loaderOf(id)?.())));
  const forms = found.filter((form) => form !== undefined);
  forms.forEach(register);
  return forms;
}

/** Every form of the list that has been loaded, in its order. */
export const loadedForms = (): readonly Form[] =>
  formIds.map(formById).filter((form): form is Form => form !== undefined);
