/** By what a laid piece is found: pieces of several drafts may be called alike. */
export const laidKey = ({ item, piece }: { readonly item: number; readonly piece: string }): string =>
  `${String(item)}/${piece}`;
