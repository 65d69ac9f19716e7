/**
 * From the inside out: what goes in is said on the left, and every holder that takes it stands drawn in the window, grouped
 * by what it is for, the most sensible for the sheet in hand first.
 */
import {
  formatSize,
  type Offer,
  type OfferFacts,
  type Purpose,
  PURPOSES,
  reasonWords,
  sayFinding,
  setupOf,
  type Spec,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import { memo, useState } from "react";
import { Link, useNavigate } from "react-router";
import { coloursOf } from "../../../theme/colours.ts";
import { PictureView } from "../../../drawing/PictureView.tsx";
import { useSettled } from "../../../store/useSettled.ts";
import { useDisplay } from "../../../store/settings.ts";
import { type Offers as Known, useOffers } from "../../../store/useOffers.ts";
import { InsideStage } from "../stages/InsideStage.tsx";
import { SheetChoice } from "../stages/PaperStage.tsx";
import { choose } from "./choose.ts";
import "./holders.css";

const PURPOSE_TITLES: Readonly<Record<Purpose, string>> = {
  envelope: "Envelopes",
  pocket: "Pockets",
  band: "Bands",
  treat: "For treats",
  card: "The card itself",
  part: "What goes with it",
};

/** What a maker may want of a holder, each with what it asks of an offer. */
const WISHES: readonly { readonly fact: keyof OfferFacts; readonly text: string }[] = [
  { fact: "onBoard", text: "On the board in use" },
  { fact: "straight", text: "Straight cuts only" },
  { fact: "noGlue", text: "No glue" },
  { fact: "oneSheet", text: "Out of one sheet" },
  { fact: "opensWhole", text: "Opens without tearing" },
];
type Wishes = ReadonlySet<keyof OfferFacts>;

/** ms without a change after which every form is drafted anew */
const SETTLED_MS = 120;

interface HoldersViewProps {
  readonly id: string;
  readonly spec: Spec;
  readonly follows: string | undefined;
}

export function HoldersView({ id, spec, follows }: HoldersViewProps) {
  const { offers, failed } = useOffers(useSettled(spec, SETTLED_MS));
  const [wishes, setWishes] = useState<Wishes>(new Set());
  const turn = (fact: keyof OfferFacts): void => {
    setWishes((was) => (was.has(fact) ? new Set([...was].filter((w) => w !== fact)) : new Set([...was, fact])));
  };
  return (
    <>
      <div className="rail asked">
        <h2>From the inside out</h2>
        <InsideStage contents={spec.contents} quantity={spec.quantity} form={spec.form} follows={follows} />
        <div className="asked-sheet">
          <SheetChoice sheet={spec.sheet} />
        </div>
      </div>
      <div className="board holders">
        <div className="board-bar">
          <div className="wishes chips" role="group" aria-label="Only those that">
            {WISHES.map(({ fact, text }) => (
              <button
                key={fact}
                type="button"
                aria-pressed={wishes.has(fact)}
                onClick={() => {
                  turn(fact);
                }}
              >
                {text}
              </button>
            ))}
          </div>
          <Button component={Link} to={`/draft/${id}/flat?stage=holder`} variant="outlined">
            Back to the draft
          </Button>
        </div>
        <Gallery
          offers={offers}
          failed={failed}
          spec={spec}
          wishes={wishes}
          onAll={() => {
            setWishes(new Set());
          }}
        />
      </div>
    </>
  );
}

interface GalleryProps extends Known {
  readonly spec: Spec;
  readonly wishes: Wishes;
  readonly onAll: () => void;
}

const Gallery = memo(function Gallery({ offers, failed, spec, wishes, onAll }: GalleryProps) {
  if (failed)
    return (
      <p className="gallery-wait" role="alert">
        The holders could not be drawn. Once the server runs, open this again.
      </p>
    );
  if (!offers)
    return (
      <p className="gallery-wait" aria-busy="true">
        Drawing every holder …
      </p>
    );
  const fit = offers.filter((offer) => [...wishes].every((fact) => offer.facts[fact]));
  if (fit.length === 0)
    return (
      <div className="empty">
        <h2>No holder is all of that</h2>
        <p>Each wish narrows the choice. Leave one out, and what comes near stands here again.</p>
        <Button variant="outlined" onClick={onAll}>
          Show all of them
        </Button>
      </div>
    );
  return (
    <div className="gallery" tabIndex={0} role="region" aria-label="Holders">
      {PURPOSES.map((purpose) => {
        const alike = fit.filter((offer) => offer.purpose === purpose);
        return alike.length === 0 ? null : (
          <section key={purpose} aria-label={PURPOSE_TITLES[purpose]}>
            <h2>{PURPOSE_TITLES[purpose]}</h2>
            <div className="gallery-row">
              {[...alike]
                .sort((a, b) => Number(a.trouble !== undefined) - Number(b.trouble !== undefined))
                .map((offer) => (
                  <OfferCard key={offer.key} offer={offer} chosen={isChosen(offer, spec)} />
                ))}
            </div>
          </section>
        );
      })}
    </div>
  );
});

/** Whether the draft is this very one: the form, and under the name it goes by. */
const isChosen = ({ form, spec: { settings } }: Offer, spec: Spec): boolean =>
  form === spec.form && Object.entries(settings).every(([name, value]) => spec.settings[name] === value);

interface OfferCardProps {
  readonly offer: Offer;
  readonly chosen: boolean;
}

/** A holder as it would come out for these very contents: drawn true, with its paper and why it stands where it does. */
const OfferCard = memo(function OfferCard({ offer, chosen }: OfferCardProps) {
  const navigate = useNavigate();
  const { title, about, blank, picture, reasons, trouble, spec } = offer;
  // what is cut is told as the ruler in use has it
  const display = useDisplay(setupOf(spec).grid);
  const why = reasons.map((r) => reasonWords[r.code](r.facts)).join(". ");
  return (
    <ButtonBase className="offer" aria-pressed={chosen} onClick={() => void choose(offer, navigate)}>
      <span className="offer-picture">
        <PictureView picture={picture} label="" colours={coloursOf(spec)} weight={0.7} />
      </span>
      <span className="offer-said">
        <strong>{title}</strong>
        <span className="offer-size">{formatSize(blank.width, blank.height, display)}</span>
        {trouble ? (
          <span className="offer-trouble">{sayFinding(trouble, display)}</span>
        ) : (
          <span className="offer-about">{why === "" ? about : `${why}.`}</span>
        )}
      </span>
    </ButtonBase>
  );
});
