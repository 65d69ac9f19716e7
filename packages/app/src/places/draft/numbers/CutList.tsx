import { formatLength, formatRun, formatSize, type Material, paperNeed, type Solution } from "@cut-fold/core";
import { useMemo, memo } from "react";
import { useDisplay } from "../../../store/settings.ts";

/** Every piece, tape and sheet for the whole run. */
export const CutList = memo(function CutList({ solution }: { readonly solution: Solution }) {
  const display = useDisplay();
  const sheets = useMemo(() => paperNeed(solution), [solution]);
  const { quantity } = solution.spec;
  return (
    <section>
      <h3>{quantity === 1 ? "For one" : `For ${String(quantity)}`}</h3>
      <table className="cut-list">
        <tbody>
          {[...solution.materials, ...sheets].map((m, i) => (
            <tr key={`${m.item} ${String(i)}`}>
              <th scope="row">
                {m.item}
                <small>{noteOf(m, display)}</small>
              </th>
              <td>
                {m.code === "tape" || m.code === "foam" ? (
                  formatRun(m.size.width * m.quantity, display)
                ) : (
                  <>
                    {m.quantity}
                    <small>{formatSize(m.size.width, m.size.height, display)}</small>
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
});

function noteOf({ code, size, stock }: Material, display: ReturnType<typeof useDisplay>): string {
  if (code === "tape") return `${formatLength(size.height, display)} wide`;
  if (code === "foam") return `${formatLength(Number(stock), display)} thick`;
  if (code === "within") return "drops out of the other piece";
  return stock;
}
