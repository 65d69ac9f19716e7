/** The demo scenario is put away by one press, and is there again by another. */
import type { Draft } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { dropDrafts } from "../../parts/dropDraft.ts";
import { adopt } from "../../store/adopt.ts";
import { demoDrafts } from "../../store/demo.ts";
import { useDrafts } from "../../store/drafts.ts";

const isDemo = ({ id }: Pick<Draft, "id">): boolean => id.startsWith("demo-");

export const AddDemo = () => (
  <Button
    onClick={() => {
      const { drafts, put } = useDrafts.getState();
      put(adopt(demoDrafts(), drafts).fresh);
    }}
  >
    Add the demo drafts
  </Button>
);

export function Demo() {
  const isThere = useDrafts((s) => s.listed.some(isDemo));
  const clear = async (): Promise<void> => {
    await useDrafts.getState().load();
    dropDrafts([...useDrafts.getState().drafts.values()].filter(isDemo));
  };
  return isThere ? <Button onClick={() => void clear()}>Clear the demo</Button> : <AddDemo />;
}
