/** What a run makes of each draft: how many in all, how many of them are made, how many today. */
import { type Draft, QUANTITY } from "@cut-fold/core";
import IconButton from "@mui/material/IconButton";
import { X } from "lucide-react";
import { useMemo } from "react";
import { Link } from "react-router";
import { Choice } from "../../parts/Choice.tsx";
import { CountField } from "../../parts/CountField.tsx";
import { tell, tellDone } from "../../parts/tell.tsx";
import { PathView } from "../../drawing/PathView.tsx";
import { useDrafts } from "../../store/drafts.ts";
import { type KeptRun, type KeptRunItem, MOST_IN_RUN } from "../../store/kept.ts";
import { changeItem, changeRun, itemOf, keepRun, leftOf } from "../../store/runs.ts";
import { useSmall } from "../../store/smalls.ts";

interface RunItemsProps {
  readonly run: KeptRun;
  readonly drafts: ReadonlyMap<string, Draft> | undefined;
}

export function RunItems({ run, drafts }: RunItemsProps) {
  const all = useDrafts((s) => s.drafts);
  const options = useMemo(() => {
    const there = new Set(run.items.map(({ draft }) => draft));
    const others = [...all.values()].filter(({ id }) => !there.has(id)).sort((a, b) => a.name.localeCompare(b.name));
    return [{ value: "", text: "Add a draft …" }, ...others.map(({ id, name }) => ({ value: id, text: name }))];
  }, [run.items, all]);
  return (
    <>
      <ul className="run-items" aria-label="Made together">
        {run.items.map((item) => {
          const draft = drafts?.get(item.draft);
          return draft ? <Item key={item.draft} run={run} item={item} draft={draft} /> : null;
        })}
      </ul>
      <Choice
        label="Made with them"
        value=""
        options={options}
        onChange={(id) => {
          const draft = all.get(id);
          if (!draft) return;
          if (run.items.length >= MOST_IN_RUN) tell(`A run holds up to ${String(MOST_IN_RUN)} drafts.`);
          else changeRun(run.id, { items: [...run.items, itemOf(draft)] });
        }}
      />
    </>
  );
}

interface ItemProps {
  readonly run: KeptRun;
  readonly item: KeptRunItem;
  readonly draft: Draft;
}

function Item({ run, item, draft }: ItemProps) {
  const { small } = useSmall(draft);
  const flat = small?.pictures[0];
  const left = leftOf(item);
  return (
    <li>
      <span className="run-picture">
        {small && flat ? <PathView picture={flat} label="" colours={small.colours} weight={0.6} /> : null}
      </span>
      <div>
        <Link to={`/draft/${draft.id}/steps`}>{draft.name}</Link>
        <div className="run-counts">
          <CountField
            label="In all"
            value={item.quantity}
            {...QUANTITY}
            onChange={(quantity) => changeItem(run.id, item.draft, { quantity })}
          />
          <CountField
            label="Today"
            value={item.today}
            min={0}
            max={Math.max(1, left)}
            open={{ shown: String(left), onOpen: () => changeItem(run.id, item.draft, { today: undefined }) }}
            onChange={(today) => changeItem(run.id, item.draft, { today })}
          />
        </div>
        <small>{item.made === 0 ? "none made yet" : `${String(item.made)} made, ${String(left)} to make`}</small>
      </div>
      <IconButton
        aria-label={`Leave out ${draft.name}`}
        onClick={() => {
          changeRun(run.id, { items: run.items.filter((one) => one !== item) });
          tellDone(`${draft.name}: left out.`, "Put it back", () => keepRun(run));
        }}
      >
        <X size={18} />
      </IconButton>
    </li>
  );
}
