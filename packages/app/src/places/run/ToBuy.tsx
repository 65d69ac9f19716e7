/** What has to be bought for a run: by paper, with what is on the shelf taken off, and what it costs where prices are kept. */
import { formatSize, type InHand, type Layout, type ShelfEntry, type ToBuy as Row, toBuy } from "@cut-fold/core";
import { useMemo } from "react";
import { useDisplay } from "../../store/settings.ts";

interface ToBuyProps {
  readonly layout: Layout;
  readonly shelf: readonly ShelfEntry[];
  readonly inHand: readonly InHand[];
}

const money = (amount: number): string => amount.toFixed(2);
const sheets = (n: number): string => (n === 1 ? "1 sheet" : `${String(n)} sheets`);

/** What one paper takes, and where it comes from. */
function sayTakes({ takes, offcuts, onShelf, buy, price }: Row): string {
  const from = offcuts === 0 ? [] : [offcuts === 1 ? "1 offcut" : `${String(offcuts)} offcuts`];
  const whole = takes === 0 ? [] : [sheets(takes)];
  const there =
    takes === 0 ? "" : onShelf === undefined ? ", not counted on the shelf" : `, ${String(onShelf)} on the shelf`;
  const each = price === undefined || buy === 0 ? "" : `, at ${money(price)}`;
  return `takes ${[...whole, ...from].join(" and ")}${there}${each}`;
}

export function ToBuy({ layout, shelf, inHand }: ToBuyProps) {
  const display = useDisplay();
  const rows = useMemo(() => toBuy(layout, shelf, inHand), [layout, shelf, inHand]);
  const buy = rows.reduce((sum, row) => sum + row.buy, 0);
  const costs = rows.flatMap(({ cost }) => cost ?? []);
  const isPartly = rows.some((row) => row.buy > 0 && row.cost === undefined);
  const cost = costs.reduce((sum, one) => sum + one, 0);
  return (
    <section className="to-buy" aria-label="Sheets to buy">
      <h3>
        {buy === 0 ? "Nothing to buy: the shelf has it all" : `To buy: ${sheets(buy)}`}
        {cost > 0 ? `, ${money(cost)}${isPartly ? " for those with a price" : ""}` : ""}
      </h3>
      <ul>
        {rows.map((row) => (
          <li key={`${row.stock} ${String(row.size.width)} ${String(row.size.height)}`}>
            <span className="to-buy-count">{row.buy}</span>
            <span>
              <strong>{row.stock}</strong>
              {row.takes === 0 ? null : `, ${formatSize(row.size.width, row.size.height, display)}`}
              <small>{sayTakes(row)}</small>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
