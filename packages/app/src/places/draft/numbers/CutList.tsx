import { paperNeed, sayMaterial, type Drawing, type Solution } from "@cut-fold/core";
import { useMemo, memo } from "react";
import { useSearchParams } from "react-router";
import { useLaying } from "../../../store/laying.ts";
import { useOpenDraft } from "../../../store/openDraft.ts";
import { useDisplay } from "../../../store/settings.ts";

interface CutListProps {
  readonly solution: Drawing;
  /** nothing until it is worked out */
  readonly materials: Solution["materials"] | undefined;
}

/** How many sheets of each paper the draft takes as it is cut free, while that is what is shown of it. */
function useFreeSheets(): ReadonlyMap<string, number> | undefined {
  const [search] = useSearchParams();
  const id = useOpenDraft((s) => s.draft?.id);
  const papers = useLaying((s) => (s.laying?.id === id ? s.laying?.nest?.papers : undefined));
  const isFree = search.get("cut") === "free";
  return useMemo(
    () => (isFree && papers ? new Map(papers.map(({ stock, sheets }) => [stock, sheets])) : undefined),
    [isFree, papers],
  );
}

/** Every piece, tape and sheet for the whole run. */
export const CutList = memo(function CutList({ solution, materials = [] }: CutListProps) {
  const display = useDisplay(solution.grid);
  const straight = useMemo(() => paperNeed(solution), [solution]);
  const free = useFreeSheets();
  const sheets = straight.map((m) => ({ ...m, quantity: free?.get(m.stock) ?? m.quantity }));
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
