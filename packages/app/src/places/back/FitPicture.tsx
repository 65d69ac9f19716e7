import { formatLength, formatSize, type WorkedBack } from "@cut-fold/core";
import { useDisplay } from "../../store/settings.ts";
import { colour } from "../../theme/theme.ts";
import type { InHand } from "./asked.ts";

const WIDE = 480;
const TALL = 360;

interface FitPictureProps {
  readonly asked: InHand;
  readonly inside: WorkedBack["inside"];
  readonly card: WorkedBack["card"];
}

/** Envelope and card, true to scale, the room between them as it is. */
export function FitPicture({ asked, inside, card }: FitPictureProps) {
  const display = useDisplay();
  const k = Math.min((WIDE - 40) / asked.width, (TALL - 40) / asked.height);
  const box = ({ width, height }: { readonly width: number; readonly height: number }) => ({
    x: WIDE / 2 - (width * k) / 2,
    y: 20 + (asked.height * k) / 2 - (height * k) / 2,
    width: width * k,
    height: height * k,
  });
  const [w, h] = [asked.width * k, asked.height * k];
  const [left, top] = [WIDE / 2 - w / 2, 20];
  return (
    <svg
      width={WIDE}
      height={h + 40}
      role="img"
      aria-label={`A card of ${formatSize(card.width, card.height, display)} in an envelope ${formatSize(asked.width, asked.height, display)} outside`}
    >
      <rect {...box(asked)} fill={colour.kraft} stroke={colour.ink} strokeWidth={2.2} />
      <rect {...box(inside)} fill={colour.kraftPale} stroke="none" />
      <path
        d={`M${String(left)} ${String(top)}L${String(left + w / 2)} ${String(top + h * 0.42)}L${String(left + w)} ${String(top)}`}
        fill="none"
        stroke={colour.soft}
        strokeWidth={1.2}
        strokeDasharray="9 5"
      />
      <rect {...box(card)} fill={colour.card} fillOpacity={0.82} stroke={colour.rust} strokeWidth={1.6} />
      <text x={WIDE / 2} y={20 + h / 2 + 6} textAnchor="middle" fontSize={17} fontWeight={600} fill={colour.rust}>
        {formatSize(card.width, card.height, display)}
      </text>
      <text x={WIDE / 2} y={14} textAnchor="middle" fontSize={14} fill={colour.soft}>
        {formatLength(asked.width, display)} outside
      </text>
      <text
        x={left - 8}
        y={20 + h / 2}
        textAnchor="middle"
        fontSize={14}
        fill={colour.soft}
        transform={`rotate(-90 ${String(left - 8)} ${String(20 + h / 2)})`}
      >
        {formatLength(asked.height, display)} outside
      </text>
    </svg>
  );
}
