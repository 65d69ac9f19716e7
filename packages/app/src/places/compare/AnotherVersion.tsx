import {
  catalogue,
  changed,
  choosePaper,
  type Draft,
  formById,
  settingMeta,
  settingsOf,
  type ShelfPaper,
  type Spec,
  type SpecChange,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { Plus } from "lucide-react";
import { tellTrouble } from "../../parts/tell.tsx";
import { useMemo, useState } from "react";
import { useDrafts } from "../../store/drafts.ts";
import { versionOf } from "../../store/drafting.ts";
import { loadFormsOf } from "../../needs/forms.ts";
import { useOnShelf } from "../../store/shelf.ts";
import { useOffers } from "../../store/useOffers.ts";

/** One thing to try: what the menu says, what tells it from the draft, and what changes. */
interface VersionOffer {
  readonly text: string;
  readonly difference: string;
  readonly change: SpecChange;
}

/** What makers try next to a draft, but for its form: turned, another closing, another paper. */
function offersFor(
  spec: Spec,
  shelf: readonly ShelfPaper[],
): { readonly first: readonly VersionOffer[]; readonly last: readonly VersionOffer[] } {
  const { width, height } = spec.contents;
  const form = formById(spec.form);
  const turned: VersionOffer = {
    text: width >= height ? "Stood upright" : "Laid across",
    difference: width >= height ? "upright" : "across",
    change: { contents: { width: height, height: width, preset: undefined } },
  };
  const own = shelf
    .filter((p) => p.id !== spec.stock.own && p.weight <= (form?.heaviest ?? Infinity))
    .slice(0, 4)
    .map((p): VersionOffer => ({
      text: `From ${p.title}`,
      difference: p.title,
      change: { stock: choosePaper(p).stock ?? {} },
    }));
  const papers = catalogue.stocks
    .filter((s) => s.id !== spec.stock.preset && s.weight <= (form?.heaviest ?? Infinity))
    .slice(0, 4)
    .map((s): VersionOffer => ({
      text: `From ${s.title}`,
      difference: s.title,
      change: choosePaper(s.id),
    }));
  const choices = (form ? settingsOf(form) : []).flatMap(([name, schema]): VersionOffer[] => {
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
  return { first: [turned], last: [...choices, ...own, ...papers] };
}

/** As how many other forms a version is offered: the best of what serves the same purpose. */
const OTHER_FORMS = 4;

/** A button that opens what could be tried next. */
export function AnotherVersion({ draft }: { readonly draft: Draft }) {
  const [anchor, setAnchor] = useState<HTMLElement>();
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
      {anchor ? (
        <Versions
          draft={draft}
          anchor={anchor}
          onClose={() => {
            setAnchor(undefined);
          }}
        />
      ) : null}
    </>
  );
}

interface VersionsProps {
  readonly draft: Draft;
  readonly anchor: HTMLElement;
  readonly onClose: () => void;
}

/** The menu. Other forms are worked out aside and come in when they are known. */
function Versions({ draft, anchor, onClose }: VersionsProps) {
  const { spec } = draft;
  const { offers: forms } = useOffers(spec);
  const papers = useOnShelf("paper");
  const { first, last } = useMemo(() => offersFor(spec, papers), [spec, papers]);
  const purpose = formById(spec.form)?.purpose;
  const others = (forms ?? [])
    .filter((offer) => offer.purpose === purpose && offer.form !== spec.form)
    .slice(0, OTHER_FORMS)
    .map(({ form, title, spec: { settings } }): VersionOffer => ({
      text: `As ${title.toLowerCase()}`,
      difference: title.toLowerCase(),
      change: { form, settings },
    }));
  const add = async ({ change, difference }: VersionOffer): Promise<void> => {
    onClose();
    await loadFormsOf([change]);
    const read = changed(spec, change);
    if (read.ok) useDrafts.getState().put([versionOf(draft, read.value, difference)]);
    else tellTrouble("This version cannot be made from the draft as it is.");
  };
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      {[...first, ...others, ...last].map((offer) => (
        <MenuItem
          key={offer.text}
          onClick={() => {
            void add(offer);
          }}
        >
          {offer.text}
        </MenuItem>
      ))}
    </Menu>
  );
}
