/** Pictures of the maker's own: a recipe says which and how large it is, what it shows is kept beside. */

/** mm that artwork goes on past an edge that is cut, so that no paper shows where the cut is a little off. */
export const BLEED_MM = 3;
/** Dots an inch that print sharply; fewer than half of it are seen by anybody. */
export const SHARP_DPI = 200;
/** A picture that nobody has chosen yet is taken to be of this shape. */
export const PICTURE_SHAPE = { width: 4, height: 3 } as const;
/** How many points a kept picture has each way, at most. */
export const PICTURE_POINTS = { min: 8, max: 3000 } as const;

/** A picture by what it shows (its digest, hexadecimal), and how many points it has across and down. */
export const PICTURE_SAID = /^([\da-f]{16,64}):(\d{1,5})x(\d{1,5})$/u;

/** A picture as a recipe says it; undefined where none has been chosen. */
export function pictureIn(
  said: unknown,
): { readonly id: string; readonly width: number; readonly height: number } | undefined {
  const [, id, wide, high] = (typeof said === "string" ? PICTURE_SAID.exec(said) : undefined) ?? [];
  const [width, height] = [Number(wide), Number(high)];
  return id !== undefined && width > 0 && height > 0 ? { id, width, height } : undefined;
}

/** What a recipe says of a picture. */
export const saidOfPicture = (id: string, width: number, height: number): string =>
  `${id}:${String(width)}x${String(height)}`;

/** A picture printed within a box. */
export interface Art {
  /** which one */
  readonly picture: string;
  /** points of it across */
  readonly pixels: number;
  /** where all of it lies, mm from the box's lower left as one looks at it: what is past the box is not seen */
  readonly whole: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** A kept picture. */
export interface KeptPicture {
  readonly id: string;
  readonly name: string;
  readonly type: "image/png" | "image/jpeg";
  readonly bytes: Uint8Array;
}

/** Ids of the pictures that a recipe's rows use, once each. */
export const picturesIn = (rows: readonly object[] | undefined): string[] => [
  ...new Set((rows ?? []).flatMap((row) => ("picture" in row ? (pictureIn(row.picture)?.id ?? []) : []))),
];
