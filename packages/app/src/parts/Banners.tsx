/** What is wrong with the browser's store or the server, across the top, with what can be done about it. */
import Button from "@mui/material/Button";
import { lazy, Suspense } from "react";
import { useDrafts } from "../store/drafts.ts";
import { useNewer } from "../store/keeper.ts";
import { putAllBack, type StoreTrouble, useKeeping } from "../store/keeping.ts";
import { saveLater } from "./saveLater.ts";

const SENTENCES: Readonly<Record<NonNullable<StoreTrouble>, string>> = {
  full: "The browser's store is full, so changes live in this window only.",
  blocked:
    "The browser will not let drafts be stored (private window or blocked), so what you make lives in this window only.",
  unread:
    "Your drafts could not be read from the browser's store this time. They stay there as they are; what you make meanwhile lives in this window until they can.",
  later:
    "A newer Cut Fold keeps its drafts in this browser. They stay there as they are, and this older window writes nothing to them: reload to get the newer one.",
  deleted:
    "What Cut Fold had stored in this browser was deleted while this window was open. All of it that is here can be put back, or saved to a file; nothing is written until you say so.",
};

interface ActionProps {
  readonly text: string;
  readonly onPress: () => void;
}

function Action({ text, onPress }: ActionProps) {
  return (
    <Button size="small" color="inherit" variant="outlined" onClick={onPress}>
      {text}
    </Button>
  );
}

function StoreBanner({ trouble }: { readonly trouble: NonNullable<StoreTrouble> }) {
  const drafts = useDrafts((s) => s.drafts);
  const load = useDrafts((s) => s.load);
  const isRead = useKeeping((s) => s.isRead);
  const isThere = trouble === "unread" || trouble === "later";
  return (
    <div className="banner" role="alert">
      {SENTENCES[trouble]}
      {!isRead && trouble !== "later" ? <Action text="Try again" onPress={() => void load()} /> : null}
      {trouble === "later" ? (
        <Action
          text="Reload"
          onPress={() => {
            window.location.reload();
          }}
        />
      ) : null}
      {trouble === "deleted" ? <Action text="Put it all back" onPress={() => void putAllBack()} /> : null}
      {isThere ? (
        <Action
          text="Save what is stored to a file"
          onPress={() => saveLater((f) => f.saveStore(), "Saved as it is.")}
        />
      ) : null}
      {drafts.size > 0 ? (
        <Action text="Save all to a file" onPress={() => saveLater((f) => f.saveAll(), "Saved.")} />
      ) : null}
    </div>
  );
}

/** The first screen has nothing to ask the server: what watches it comes after. */
const ServerBanner = lazy(() => import("./ServerBanner.tsx"));

export function Banners() {
  const trouble = useKeeping((s) => s.trouble);
  const clash = useDrafts((s) => s.clash);
  const newer = useNewer((s) => s.isThere);
  return (
    <>
      {trouble ? <StoreBanner trouble={trouble} /> : null}
      {clash ? (
        <div className="banner calm" role="status">
          “{clash.theirs}” was changed in another window, in the same place. Nothing is lost: theirs is kept as it is,
          and yours stands beside it as “{clash.ours}”.
          <Action
            text="Good"
            onPress={() => {
              useDrafts.setState({ clash: undefined });
            }}
          />
        </div>
      ) : null}
      {newer ? (
        <div className="banner calm" role="status">
          A newer Cut Fold is here. This window goes on as it is; your drafts are saved, so it can be loaded again at
          any time.
          <Action
            text="Load it"
            onPress={() => {
              window.location.reload();
            }}
          />
        </div>
      ) : null}
      <Suspense>
        <ServerBanner />
      </Suspense>
    </>
  );
}
