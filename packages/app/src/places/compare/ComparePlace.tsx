/** Versions of one draft side by side, drawn to one scale, figure under figure. */
import {
  changed,
  type Draft,
  catalogue,
  formatLength,
  formatSize,
  formById,
  loadedForms,
  paperArea,
  paperNeed,
  type Picture,
  rank,
  sayFinding,
  settingMeta,
  settingsOf,
  type Solution,
  type Spec,
  type SpecChange,
  closedPicture,
  type Display,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { Plus, Trash2 } from "lucide-react";
import { useSnackbar } from "notistack";
import { useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import { coloursOf } from "../../drawing/colours.ts";
import { flatPicture } from "../../drawing/flatPicture.ts";
import { PictureView } from "../../drawing/PictureView.tsx";
import { useDropDraft } from "../../parts/useDropDraft.tsx";
import { useDrafts, versionOf, versionsOf } from "../../store/drafts.ts";
import { useDisplay } from "../../store/settings.ts";
import { solutionOf } from "../../store/solutions.ts";

interface Version {
  readonly draft: Draft;
  readonly solution: Solution;
}

/** A line of the comparison: what it is and what each version says. */
interface Line {
  readonly label: string;
  readonly key?: boolean;
  readonly say: (version: Version, display: Display) => string;
}

const measures = (solution: Solution, display: Display): string =>
  solution.steps
    .filter((s) => (s.kind === "punch" || s.kind === "score") && s.measure !== undefined)
    .map((s, i, all) => formatLength(s.measure ?? 0, display, { bare: i < all.length - 1 }))
    .join(" · ") || "none";

const blankOf = ({ pieces }: Solution) => pieces[0]?.blank ?? { width: 0, height: 0 };

const LINES: readonly Line[] = [
  {
    label: "Cut to",
    key: true,
    say: ({ solution }, display) => {
      const { width, height } = blankOf(solution);
      return formatSize(width, height, display);
    },
  },
  { label: "Punch or score at", key: true, say: ({ solution }, display) => measures(solution, display) },
  { label: "Form", say: ({ draft }) => formById(draft.spec.form)?.title ?? "" },
  {
    label: "What goes in",
    say: ({ draft: { spec }, solution }, display) => {
      const { width, height, thickness } = solution.contents[0] ?? spec.contents;
      return `${formatSize(width, height, display)}, ${formatLength(thickness, display)} thick`;
    },
  },
  {
    label: "Gap each end · above, below",
    say: ({ solution: { gap, contents } }, display) =>
      contents.length === 0
        ? "holds nothing"
        : `${formatLength(gap.width / 2, display)} · ${formatLength(gap.height / 2, display)}`,
  },
  { label: "Paper", say: ({ draft: { spec } }) => spec.stock.title ?? `${String(spec.stock.weight)} g/m²` },
  {
    label: "Sheets for the run",
    say: ({ draft: { spec }, solution }) => {
      if (!spec.sheet) return "no sheet named";
      const need = paperNeed(solution);
      const sheets = need.reduce((sum, m) => sum + m.quantity, 0);
      return sheets === 0 ? "too large for it" : `${String(sheets)} for ${String(spec.quantity)}`;
    },
  },
  {
    label: "Paper in one, all pieces",
    say: ({ solution }) => `${(paperArea(solution) / 100).toFixed(0)} cm²`,
  },
  { label: "Steps", say: ({ solution }) => String(solution.steps.length) },
  { label: "Details", say: ({ draft: { spec } }, display) => detailsOf(spec, display) },
];

/** Settings that are not the form's usual ones. */
function detailsOf(spec: Spec, display: Display): string {
  const form = formById(spec.form);
  const own = (form ? settingsOf(form) : []).flatMap(([name, schema]) => {
    const value = spec.settings[name];
    if (value === schema.parse(undefined)) return [];
    const { label, options } = settingMeta(schema);
    const said = options?.[String(value)] ?? (typeof value === "number" ? formatLength(value, display) : String(value));
    return [`${label.toLowerCase()}: ${said}`];
  });
  return own.length > 0 ? own.join("; ") : "as usual";
}

export function ComparePlace() {
  const { id = "" } = useParams();
  const drafts = useDrafts((s) => s.drafts);
  const loading = useDrafts((s) => s.loading);
  const draft = drafts.get(id);
  const versions = useMemo(
    () => (draft ? versionsOf(draft, drafts).map((d): Version => ({ draft: d, solution: solutionOf(d.spec) })) : []),
    [draft, drafts],
  );
  const display = useDisplay();
  if (!draft)
    return (
      <main className="empty" aria-busy={loading}>
        <h1>{loading ? "Laying them out …" : "This draft is not here"}</h1>
        {loading ? null : (
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
        <span style={{ flex: 1 }} />
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
              const said = versions.map((v) => line.say(v, display));
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
              {versions.map(({ draft: d, solution }) => {
                const findings = solution.findings.filter((f) => f.severity !== "advice");
                return (
                  <td key={d.id}>
                    {findings.length === 0 ? "nothing" : null}
                    {findings.map((f, i) => (
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

interface Size {
  readonly width: number;
  readonly height: number;
}

const sizeOf = ({ bounds: { left, right, bottom, top } }: Picture): Size => ({
  width: right - left,
  height: top - bottom,
});

/** The frame all pictures are drawn in, so that they have one scale. */
const largest = (pictures: readonly Picture[]): Size => ({
  width: Math.max(...pictures.map((p) => sizeOf(p).width)),
  height: Math.max(...pictures.map((p) => sizeOf(p).height)),
});

/** A picture in the middle of a frame of that size, standing on its foot. */
function framed(picture: Picture, { width, height }: Size): Picture {
  const { left, right, bottom } = picture.bounds;
  const middle = (left + right) / 2;
  return { ...picture, bounds: { left: middle - width / 2, right: middle + width / 2, bottom, top: bottom + height } };
}

interface VersionHeadProps {
  readonly version: Version;
  readonly flat: Size;
  readonly closed: Size;
  readonly only: boolean;
}

function VersionHead({ version: { draft, solution }, flat, closed, only }: VersionHeadProps) {
  const drop = useDropDraft();
  const pictures = useMemo(
    () => ({ flat: framed(flatPicture(solution), flat), closed: framed(closedPicture(solution), closed) }),
    [solution, flat, closed],
  );
  const colours = coloursOf(draft.spec);
  return (
    <>
      <Link to={`/draft/${draft.id}/flat`} className="version-name">
        {draft.name}
      </Link>
      <span className="version-pictures">
        <PictureView picture={pictures.flat} label={`${draft.name}, flat`} colours={colours} weight={0.8} />
        <PictureView picture={pictures.closed} label={`${draft.name}, closed`} colours={colours} weight={0.8} />
      </span>
      {only ? null : (
        <IconButton
          aria-label={`Delete ${draft.name}`}
          title="Delete this version"
          onClick={() => {
            drop(draft);
          }}
        >
          <Trash2 size={17} />
        </IconButton>
      )}
    </>
  );
}

interface Offer {
  readonly text: string;
  readonly difference: string;
  readonly change: SpecChange;
}

/** What makers try next to a draft: turned, another form, another paper, another closing. */
function offersFor(spec: Spec): Offer[] {
  const { width, height } = spec.contents;
  const form = formById(spec.form);
  const purpose = form?.purpose;
  const turned: Offer = {
    text: width >= height ? "Stood upright" : "Laid across",
    difference: width >= height ? "upright" : "across",
    change: { contents: { width: height, height: width, preset: undefined } },
  };
  const formOffers = (
    purpose === "card" || purpose === "part"
      ? loadedForms()
          .filter((f) => f.purpose === purpose)
          .map((f) => f.id)
      : rank(spec)
          .filter((r) => r.purpose === purpose)
          .map((r) => r.form)
  )
    .filter((id) => id !== spec.form)
    .slice(0, 4)
    .map((id): Offer => {
      const title = formById(id)?.title ?? id;
      return { text: `As ${title.toLowerCase()}`, difference: title.toLowerCase(), change: { form: id } };
    });
  const papers = catalogue.stocks
    .filter((s) => s.id !== spec.stock.preset && s.weight <= (form?.heaviest ?? Infinity))
    .slice(0, 4)
    .map((s): Offer => ({
      text: `From ${s.title}`,
      difference: s.title,
      change: { stock: { preset: s.id, caliper: undefined, weight: undefined, title: undefined } },
    }));
  const choices = (form ? settingsOf(form) : []).flatMap(([name, schema]): Offer[] => {
    const { kind, label, options = {} } = settingMeta(schema);
    if (kind !== "choice") return [];
    return Object.entries(options)
      .filter(([id]) => id !== spec.settings[name] && id !== "auto")
      .slice(0, 3)
      .map(([id, text]) => ({
        text: `${label}: ${text.toLowerCase()}`,
        difference: text.toLowerCase(),
        change: { settings: { [name]: id } },
      }));
  });
  return [turned, ...formOffers, ...choices, ...papers];
}

function AnotherVersion({ draft }: { readonly draft: Draft }) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const { enqueueSnackbar } = useSnackbar();
  const offers = useMemo(() => offersFor(draft.spec), [draft.spec]);
  const add = ({ change, difference }: Offer): void => {
    setAnchor(undefined);
    const read = changed(draft.spec, change);
    if (read.ok) useDrafts.getState().put([versionOf(draft, read.value, difference)]);
    else enqueueSnackbar("This version cannot be made from the draft as it is.", { variant: "error" });
  };
  return (
    <>
      <Button
        variant="contained"
        startIcon={<Plus size={18} />}
        aria-haspopup="menu"
        aria-expanded={anchor !== undefined}
        onClick={(event) => {
          setAnchor(event.currentTarget);
        }}
      >
        Another version
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== undefined}
        onClose={() => {
          setAnchor(undefined);
        }}
      >
        {offers.map((offer) => (
          <MenuItem
            key={offer.text}
            onClick={() => {
              add(offer);
            }}
          >
            {offer.text}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
