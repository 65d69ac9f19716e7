import { flatten, type Join, openingsOf, type Piece, place, type Point, type Solution } from "@cut-fold/core";

/** A layer as it lies on the card. */
export interface Laid {
  readonly piece: Piece;
  /** its outline and openings, mm, in the flat card's coordinates */
  readonly loops: readonly (readonly Point[])[];
  readonly face: "front" | "back";
}

/** Every layer laid on the first piece, or on what lies on it: each is followed down to the card. */
export function laidOn({ pieces, joins }: Pick<Solution, "pieces" | "joins">): Laid[] {
  const card = pieces[0]?.id;
  const chains = new Map<string, readonly Join[]>();
  for (const join of joins) chains.set(join.piece, [join, ...(chains.get(join.onto.piece) ?? [])]);
  return pieces.flatMap((piece): Laid[] => {
    const chain = chains.get(piece.id) ?? [];
    const ground = chain.at(-1);
    if (piece.stock === undefined || ground?.onto.piece !== card || !ground) return [];
    const loops = [...piece.outline, ...openingsOf(piece.cuts)].map((loop) =>
      flatten(loop).map((p) => chain.reduce<Point>((q, join) => place(q, join), p)),
    );
    return [{ piece, loops, face: ground.onto.face }];
  });
}
