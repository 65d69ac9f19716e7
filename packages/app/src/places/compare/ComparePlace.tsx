/** Versions of one draft side by side, drawn to one scale, figure under figure. */
import { closedPicture, sayFinding, flatPicture } from "@cut-fold/core";
import Button from "@mui/material/Button";
import { useMemo } from "react";
import { Link, useParams } from "react-router";
import { useDrafts } from "../../store/drafts.ts";
import { versionsOf } from "../../store/drafting.ts";
import { useDisplay } from "../../store/settings.ts";
import { useWords } from "../../needs/useWords.ts";
import { useReadings } from "../../store/reading.ts";
import { solutionOf } from "../../store/solutions.ts";
import { AnotherVersion } from "./AnotherVersion.tsx";
import { LINES, type Version } from "./lines.ts";
import { largest, VersionHead } from "./VersionHead.tsx";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import "./compare.css";

export function ComparePlace() {
  usePageTitle("Side by side");
  const { id = "" } = useParams();
  const drafts = useDrafts((s) => s.drafts);
  const loading = useDrafts((s) => s.loading);
  const draft = drafts.get(id);
  const specs = useMemo(() => (draft ? versionsOf(draft, drafts).map((d) => d.spec) : []), [draft, drafts]);
  const hasTheirWords = useWords(specs);
  const versions = useMemo(
    () =>
      draft && hasTheirWords
        ? versionsOf(draft, drafts).map((d): Version => ({ draft: d, solution: solutionOf(d.spec) }))
        : [],
    [draft, drafts, hasTheirWords],
  );
  const readings = useReadings(specs);
  const display = useDisplay();
  if (!draft || !hasTheirWords)
    return (
      <main className="empty" aria-busy={loading || draft !== undefined}>
        <h1>{loading || draft ? "Laying them out …" : "This draft is not here"}</h1>
        {loading || draft ? null : (
          <Button variant="contained" component={Link} to="/drafts">
            All drafts
          </Button>
        )}
      </main>
    );
  const flat = largest(versions.map(({ solution }) => flatPicture(solution)));
  const closed = largest(versions.map(({ solution }) => closedPicture(solution)));
  return (
    <main className="place compare">
      <div className="place-head">
        <h1>Side by side</h1>
        <span className="spring" />
        <AnotherVersion draft={draft} />
      </div>
      {versions.length === 1 ? (
        <p className="chart-said">
          One version so far. Add another that is turned, made as another form or cut from another paper, and the two
          stand here figure under figure.
        </p>
      ) : null}
      <div className="compare-scroll" tabIndex={0} role="region" aria-label="Versions">
        <table className="compare-table">
          <thead>
            <tr>
              <td />
              {versions.map((version) => (
                <th key={version.draft.id} scope="col">
                  <VersionHead version={version} flat={flat} closed={closed} only={versions.length === 1} />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {LINES.map((line) => {
              const said = versions.map((v) => line.say({ ...v, reading: readings.of(v.draft.spec) }, display));
              const differs = new Set(said).size > 1;
              return (
                <tr key={line.label} className={[line.key ? "key" : "", differs ? "differs" : ""].join(" ")}>
                  <th scope="row">{line.label}</th>
                  {said.map((text, i) => (
                    <td key={versions[i]?.draft.id}>{text}</td>
                  ))}
                </tr>
              );
            })}
            <tr>
              <th scope="row">To look at</th>
              {versions.map(({ draft: d }) => {
                const reading = readings.of(d.spec);
                const findings = reading?.findings?.filter((f) => f.severity !== "advice");
                return (
                  <td key={d.id} aria-busy={!findings}>
                    {!findings ? (readings.isFailed(d.spec) ? "could not be looked over" : "looking …") : null}
                    {findings?.length === 0 ? "nothing" : null}
                    {findings?.map((f, i) => (
                      <p key={i} className={`finding ${f.severity}`}>
                        {sayFinding(f, display)}
                      </p>
                    ))}
                  </td>
                );
              })}
            </tr>
          </tbody>
        </table>
      </div>
    </main>
  );
}
