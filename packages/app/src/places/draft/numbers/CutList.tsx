import { paperNeed, sayMaterial, type Drawing, type Solution } from "@cut-fold/core";
import { useMemo, memo } from "react";
import { useDisplay } from "../../../store/settings.ts";

interface CutListProps {
  readonly solution: Drawing;
  /** nothing until it is worked out */
  readonly materials: Solution["materials"] | undefined;
}

/** Every piece, tape and sheet for the whole run. */
export const CutList = memo(function CutList({ solution, materials = [] }: CutListProps) {
  const display = useDisplay(solution.grid);
  const sheets = useMemo(() => paperNeed(solution), [solution]);
  const { quantity } = solution.spec;
  return (
    <section>
      <h3>{quantity === 1 ? "For one" : `For ${String(quantity)}`}</h3>
      <table className="cut-list">
        <tbody>
          {[...materials, ...sheets].map((m, i) => {
            const { item, amount, note } = sayMaterial(m, display);
            return (
              <tr key={`${m.item} ${String(i)}`}>
                <th scope="row">
                  {item}
                  <small>{note}</small>
                </th>
                <td>{amount}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
});
