/** A view that broke: what to do, and what happened in words that can be sent to whoever mends it. */
import Button from "@mui/material/Button";
import { VERSION } from "../version.ts";
import { tell } from "./tell.tsx";
import { tryAgain } from "./tryAgain.ts";

/** How much of a stack tells where it was. */
const LINES = 12;

/** What happened, with the version and nothing that is the maker's own: no names, no sizes, no ids. */
export function reportOf(error: unknown, at: Pick<Location, "pathname">): string {
  const { name, message, stack = "" } = error instanceof Error ? error : new Error(String(error));
  const place = at.pathname.split("/").slice(1, 2).join("") || "start";
  const where = stack
    .split("\n")
    .slice(1, LINES + 1)
    // an address says on which machine it was opened
    .map((line) => line.trim().replace(/https?:\/\/[^/\s)]+/gu, ""));
  return [
    `Cut Fold ${VERSION}`,
    `in: ${place}`,
    `browser: ${navigator.userAgent}`,
    `${name}: ${message}`,
    ...where,
  ].join("\n");
}

interface ToreProps {
  readonly error: unknown;
  readonly onAgain: () => void;
}

export function Tore({ error, onAgain }: ToreProps) {
  const report = reportOf(error, window.location);
  return (
    <main className="empty" role="alert">
      <h1>This page tore</h1>
      <p>
        Your drafts are safe. If the server has stopped, start it again; otherwise going back and trying once more
        usually helps.
      </p>
      <Button
        variant="contained"
        onClick={() => {
          void tryAgain().then((found) => {
            if (!found) onAgain();
          });
        }}
      >
        Try again
      </Button>
      <details className="report">
        <summary>What happened, for whoever mends it</summary>
        <pre>{report}</pre>
        <Button
          variant="outlined"
          onClick={() => {
            navigator.clipboard.writeText(report).then(
              () => {
                tell("Copied. It holds the version and where it broke, nothing of your drafts.");
              },
              () => {
                tell("The browser did not let it be copied: mark the text and copy it by hand.");
              },
            );
          }}
        >
          Copy it
        </Button>
      </details>
    </main>
  );
}
