/** What forms are called: known of each before its file has come. */
export const FORM_TITLES = {
  "own-net": "Net of your own",
  "square-blank-envelope": "Square-blank envelope",
  "side-seam-envelope": "Side-seam envelope",
  "pointed-envelope": "Pointed envelope",
  "open-end-envelope": "Open-end envelope",
  "deep-envelope": "Deep envelope",
  "side-tab-pocket": "Side-tab pocket",
  "fold-over-pocket": "Fold-over pocket",
  "diagonal-pocket": "Diagonal pocket",
  "gift-card-folder": "Gift-card folder",
  "belly-band": "Belly band",
  "stick-holder": "Stick holder",
  "tapered-pouch": "Tapered pouch",
  "pillow-box": "Pillow box",
  "tuck-box": "Tuck box",
  "sleeve-and-tray": "Sleeve and tray",
  "bag-topper": "Bag topper",
  "card-base": "Card base",
  "insert-frame-card": "Insert-frame card",
  "slider-pocket-card": "Slider pocket card",
  "pop-up-cradle-card": "Pop-up cradle card",
  "envelope-liner": "Envelope liner",
  tag: "Tag",
  "easel-strut": "Easel strut",
  "closure-tab": "Closure tab",
  mask: "Mask and its opposite",
} as const satisfies Readonly<Record<string, string>>;

/** The title of the form with this id; undefined for none of the list. */
export const formTitle = (id: string): string | undefined =>
  Object.hasOwn(FORM_TITLES, id) ? FORM_TITLES[id as keyof typeof FORM_TITLES] : undefined;
