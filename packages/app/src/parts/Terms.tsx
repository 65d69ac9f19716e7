import { termsIn } from "@cut-fold/core";
import { memo } from "react";

interface TermsProps {
  /** what stands beside it on the screen */
  readonly text: string;
}

/** The craft's own words in a text, explained for whoever opens them. */
export const Terms = memo(function Terms({ text }: TermsProps) {
  const terms = termsIn(text);
  if (terms.length === 0) return null;
  return (
    <details className="terms">
      <summary>{terms.map((t) => t.word).join(", ")}: what is that?</summary>
      <dl>
        {terms.map(({ word, means }) => (
          <div key={word}>
            <dt>{word}</dt>
            <dd>{means}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
});
