/**
 * Before paper is spent: what is printed of a draft, as a printer lays it on its pages. On the left which printer and what of
 * the draft, in the window the page as it comes out, over where its lines were to be.
 */
import {
  type Draft,
  OFF_SEEN_MM,
  PDF_PARTS,
  type PdfPart,
  PRINTERS,
  type PrinterId,
  printerTitles,
  sayPage,
} from "@cut-fold/core";
import { QueryClientProvider, useQuery } from "@tanstack/react-query";
import Button from "@mui/material/Button";
import { useId, useState } from "react";
import { Link } from "react-router";
import { Fitted } from "../../drawing/Fitted.tsx";
import { Choice } from "../../parts/Choice.tsx";
import { printPdf } from "../../store/files.ts";
import { type PrintedPage, printOn, PrinterTrouble } from "../../store/printer.ts";
import { queries } from "../../store/queries.ts";
import { useDisplay } from "../../store/settings.ts";
import { colour } from "../../theme/theme.ts";
import "./pages.css";

const PART_TITLES: Readonly<Record<PdfPart, string>> = {
  overview: "What it is, on one page",
  booklet: "Who makes how many, and what to bring",
  template: "The template",
  sheets: "The sheets",
  steps: "Cut list and steps",
  printed: "What is printed on it, to be cut out",
};
const CHOICES = PRINTERS.map(({ id }) => ({ value: id, text: printerTitles[id] }));

export function PagesView({ draft }: { readonly draft: Draft }) {
  return (
    <QueryClientProvider client={queries}>
      <Pages draft={draft} />
    </QueryClientProvider>
  );
}

function Pages({ draft }: { readonly draft: Draft }) {
  const [printer, setPrinter] = useState<PrinterId>("true");
  const [part, setPart] = useState<PdfPart>("template");
  const [fit, setFit] = useState(false);
  const [at, setAt] = useState(0);
  const fitId = useId();
  const display = useDisplay();
  const { data: pdf, error: unwritten } = useQuery({
    queryKey: ["printer", "pdf", draft, part, display],
    queryFn: () => printPdf(draft, [part]),
    gcTime: 0,
  });
  const { data: pages, error: unprinted } = useQuery({
    queryKey: ["printer", "pages", draft, part, display, printer, fit],
    queryFn: ({ signal }) => printOn(pdf ?? new Blob(), printer, fit, signal),
    enabled: pdf !== undefined,
    placeholderData: (before) => before,
    retry: false,
    gcTime: 0,
  });
  const shown = Math.min(at, Math.max(0, (pages?.length ?? 1) - 1));
  const page = pages?.[shown];
  const trouble =
    unprinted instanceof PrinterTrouble
      ? unprinted.message
      : (unwritten ?? unprinted)
        ? "The pages could not be written. Nothing was changed; open this again."
        : undefined;
  return (
    <>
      <div className="rail asked">
        <h2>On the printer&apos;s paper</h2>
        <Choice
          label="A printer that is"
          value={printer}
          options={CHOICES}
          onChange={(id) => {
            setPrinter(PRINTERS.find((p) => p.id === id)?.id ?? "true");
          }}
        />
        <Choice
          label="Printed"
          value={part}
          options={PDF_PARTS.filter((p) => p !== "sheets" || draft.spec.sheet).map((value) => ({
            value,
            text: PART_TITLES[value],
          }))}
          onChange={(value) => {
            setPart(PDF_PARTS.find((p) => p === value) ?? "template");
            setAt(0);
          }}
        />
        <p className="pages-fit">
          <input
            id={fitId}
            type="checkbox"
            checked={fit}
            onChange={(event) => {
              setFit(event.target.checked);
            }}
          />
          <label htmlFor={fitId}>Shrunk to fit the page, as many printers are set to</label>
        </p>
        {page ? (
          <ul className="pages-said" aria-live="polite">
            {sayPage({ ...page, hundred: [page.hundred[0], page.hundred[1]] }, display).map(({ text, isWell }) => (
              <li key={text} className={isWell ? "well" : "finding warning"}>
                {text}
              </li>
            ))}
            {fit ? <li className="finding warning">Print at 100 %, and nothing is shrunk.</li> : null}
          </ul>
        ) : null}
        {pages && pages.length > 1 ? (
          <nav className="pages-list" aria-label="Pages">
            {pages.map((one, i) => (
              <button
                key={i}
                type="button"
                aria-current={i === shown ? "page" : undefined}
                onClick={() => {
                  setAt(i);
                }}
              >
                {i + 1}
                {one.lost > 0 ? <span className="unseen">, something is lost</span> : null}
                {one.lost > 0 ? <i aria-hidden>!</i> : null}
              </button>
            ))}
          </nav>
        ) : null}
      </div>
      <div className="board pages">
        <div className="board-bar">
          <p className="pages-key">
            {page ? `Page ${String(shown + 1)} of ${String(pages.length)}. ` : ""}
            {page && page.off >= OFF_SEEN_MM ? <span className="pages-meant">where it should lie</span> : null}
            {page && page.lost > 0 ? <span className="pages-lost">lost at the edge</span> : null}
          </p>
          <Button component={Link} to={`/draft/${draft.id}/flat`} variant="outlined">
            Back to the draft
          </Button>
        </div>
        {trouble === undefined ? null : (
          <p className="finding warning" role="alert">
            {trouble}
          </p>
        )}
        <div className="pages-paper" aria-busy={pages === undefined && trouble === undefined}>
          {page ? (
            <PageDrawing page={page} label={`Page ${String(shown + 1)}, as it comes out`} />
          ) : trouble === undefined ? (
            <p>Printing …</p>
          ) : null}
        </div>
      </div>
    </>
  );
}

type Landed = PrintedPage["landed"][number];

/** mm about the paper, and the least width of a line that is seen. */
const ROUND = 4;
const THIN = 0.25;

/** Lines and areas as they are; letters and pictures as the room they take. */
const inkOf = ({ kind, colour: ink, width, dash }: Landed) =>
  kind === "line"
    ? {
        ...{ fill: "none", stroke: ink, strokeWidth: Math.max(width, THIN) },
        ...(dash.length > 0 && { strokeDasharray: dash.join(" ") }),
      }
    : { fill: ink, fillOpacity: kind === "area" ? 1 : 0.35, fillRule: "evenodd" as const };

/** The paper, its unprinted edge, where lines were to be, what landed, and what did not. */
function PageDrawing({ page, label }: { readonly page: PrintedPage; readonly label: string }) {
  const id = useId();
  const { width, height, reach, landed, lies, off } = page;
  const [left, top, right, bottom] = reach;
  const clips = [...new Set(landed.map(({ clip }) => clip?.join(" ")))].filter((clip) => clip !== undefined);
  const clipOf = ({ clip }: Landed) =>
    clip ? { clipPath: `url(#${id}-${String(clips.indexOf(clip.join(" ")))})` } : {};
  const edge = `M0 0H${String(width)}V${String(height)}H0ZM${String(left)} ${String(top)}V${String(bottom)}H${String(right)}V${String(top)}Z`;
  const matrix = `matrix(${lies.join(" ")})`;
  const lines = landed.filter(({ kind }) => kind === "line");
  return (
    <Fitted label={label} box={[-ROUND, -ROUND, width + 2 * ROUND, height + 2 * ROUND]}>
      <defs>
        {clips.map((clip, i) => {
          const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = clip.split(" ").map(Number);
          return (
            <clipPath key={clip} id={`${id}-${String(i)}`}>
              <rect x={x0} y={y0} width={Math.max(0, x1 - x0)} height={Math.max(0, y1 - y0)} />
            </clipPath>
          );
        })}
        <clipPath id={`${id}-reach`}>
          <rect x={left} y={top} width={right - left} height={bottom - top} />
        </clipPath>
        <clipPath id={`${id}-edge`}>
          <path d={edge} clipRule="evenodd" />
        </clipPath>
      </defs>
      <rect width={width} height={height} fill="#ffffff" stroke={colour.hair} strokeWidth={0.4} />
      <path d={edge} fill={colour.bed} fillRule="evenodd" opacity={0.6} />
      {off < OFF_SEEN_MM ? null : (
        <g fill="none" stroke={colour.slate} strokeWidth={0.7} opacity={0.45}>
          {lines.map((one, i) => (
            <path key={i} d={one.d} {...clipOf(one)} />
          ))}
        </g>
      )}
      <g clipPath={`url(#${id}-reach)`}>
        <g transform={matrix}>
          {landed.map((one, i) => (
            <path key={i} d={one.d} {...inkOf(one)} {...clipOf(one)} />
          ))}
        </g>
      </g>
      <g clipPath={`url(#${id}-edge)`}>
        <g transform={matrix} fill="none" stroke={colour.rust} strokeWidth={0.9}>
          {landed
            .filter((one) => one.lost > 0.01)
            .map((one, i) => (
              <path key={i} d={one.d} {...clipOf(one)} />
            ))}
        </g>
      </g>
    </Fitted>
  );
}
