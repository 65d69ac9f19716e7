/** The picture in space, and what stands in for it where it cannot be drawn. */
import { closedPicture } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { lazy, Suspense, useState } from "react";
import { ErrorBoundary } from "react-error-boundary";
import { graphics } from "../../../drawing/graphics.ts";
import type { FoldedViewProps } from "../../../drawing/FoldedView.tsx";
import { PictureView } from "../../../drawing/PictureView.tsx";
import { tryAgain } from "../../../parts/tryAgain.ts";

const FoldedView = lazy(() => import("../../../drawing/FoldedView.tsx"));

/** The thing as it folds; the closed thing, still, where the browser cannot draw in space or the part that does did not come. */
export function InSpace(props: FoldedViewProps) {
  if (graphics() === "none")
    return (
      <>
        <Still {...props} />
        <p className="folded-note">This browser cannot draw in space, so here it is closed. Steps shows every fold.</p>
      </>
    );
  return (
    <ErrorBoundary
      fallback={
        <>
          <Still {...props} />
          <NotLoaded />
        </>
      }
    >
      <Suspense fallback={<p className="folded-coming">Folding the paper …</p>}>
        <FoldedView {...props} />
      </Suspense>
    </ErrorBoundary>
  );
}

const Still = ({ solution, colours }: Pick<FoldedViewProps, "solution" | "colours">) => (
  <div className="folded-still">
    <PictureView picture={closedPicture(solution)} label="The finished piece, closed" colours={colours} />
  </div>
);

/** Said over the still picture when the view in space did not come. */
function NotLoaded() {
  const [tried, setTried] = useState(0);
  return (
    <div role="alert" className="folded-note">
      {tried > 0
        ? `The view in space still cannot be loaded (tried ${tried === 1 ? "once" : `${String(tried)} times`} more): is the server running? `
        : "The view in space could not be loaded. "}
      <Button
        onClick={() => {
          void tryAgain().then((found) => {
            if (!found) setTried((n) => n + 1);
          });
        }}
      >
        Try again
      </Button>
    </div>
  );
}
