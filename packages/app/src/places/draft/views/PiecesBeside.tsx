/** The pieces of a draft beside the one in hand: each true to one scale, named, with how many and its cut size. A press takes it. */
import { type Drawing, formatSize, type PaperColours, type Piece } from "@cut-fold/core";
import { memo } from "react";
import { dataOf } from "../../../drawing/dataOf.ts";
import { strokeOf } from "../../../drawing/language.ts";
import { useAtRest } from "../../../parts/useAtRest.ts";
import { ALL_PIECES, choosePiece, useChosen } from "../../../store/chosen.ts";
import { useDisplay } from "../../../store/settings.ts";
import { pieceColours } from "../../../theme/colours.ts";

/** px that the largest of them is given, and the least that is seen of any. */
const ROOM = { width: 104, height: 84 } as const;
const LEAST_PX = 6;

interface PiecesBesideProps {
  readonly solution: Drawing;
  readonly colours: PaperColours;
}

export const PiecesBeside = memo(function PiecesBeside({ solution, colours }: PiecesBesideProps) {
  // while a hand drags they stand as they were
  const { pieces, main } = useAtRest(solution);
  const chosen = useChosen((c) => c.piece);
  const display = useDisplay(solution.grid);
  if (pieces.length < 2) return null;
  const isAll = chosen === ALL_PIECES;
  const inHand = pieces.some(({ id }) => id === chosen) ? chosen : main;
  const k = Math.min(...pieces.map(({ blank }) => Math.min(ROOM.width / blank.width, ROOM.height / blank.height)));
  const sizeOf = ({ blank }: Piece): string => formatSize(blank.width, blank.height, display);
  return (
    <nav className="beside" aria-label="Pieces" tabIndex={0}>
      <button
        type="button"
        className="beside-all"
        aria-pressed={isAll}
        onClick={() => choosePiece(isAll ? main : ALL_PIECES)}
      >
        All at one scale
      </button>
      <ul>
        {pieces.map((piece) => (
          <li key={piece.id}>
            <button
              type="button"
              // told apart from the row of the same thing among the details
              aria-label={`Piece: ${piece.name}, ${sizeOf(piece)}`}
              aria-pressed={!isAll && piece.id === inHand}
              onClick={() => choosePiece(piece.id)}
            >
              <Small piece={piece} k={k} face={pieceColours(piece, colours).face} />
              <strong>
                {piece.name}
                {piece.quantity > 1 ? ` ×${String(piece.quantity)}` : ""}
              </strong>
              <span>{sizeOf(piece)}</span>
              {piece.stock?.title === undefined ? null : <span>{piece.stock.title}</span>}
            </button>
          </li>
        ))}
      </ul>
    </nav>
  );
});

/** A piece, small: its paper, its edge and its scores. */
const Small = memo(function Small({
  piece,
  k,
  face,
}: {
  readonly piece: Piece;
  readonly k: number;
  readonly face: string;
}) {
  const { width, height } = piece.blank;
  const scale = Math.max(k, LEAST_PX / Math.max(width, height));
  return (
    <svg
      aria-hidden
      width={Math.max(1, width * scale)}
      height={Math.max(1, height * scale)}
      viewBox={`0 ${String(-height)} ${String(width)} ${String(height)}`}
      overflow="visible"
    >
      <g transform="scale(1 -1)" fill="none" strokeLinejoin="round">
        <path
          d={piece.outline.map(dataOf).join("")}
          fill={face}
          fillRule="evenodd"
          {...strokeOf("cut")}
          strokeWidth={1.2}
          vectorEffect="non-scaling-stroke"
        />
        {piece.lines
          .filter(({ role }) => role === "score" || role === "cut")
          .map(({ id, path, role, fold }) => (
            <path
              key={id}
              d={dataOf(path)}
              {...strokeOf(role === "score" ? (fold ?? "valley") : "cut")}
              strokeWidth={0.8}
              vectorEffect="non-scaling-stroke"
            />
          ))}
      </g>
    </svg>
  );
});
