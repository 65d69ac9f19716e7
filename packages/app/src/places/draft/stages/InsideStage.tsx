import {
  catalogue,
  chooseContents,
  type ContentsPreset,
  find,
  formById,
  ofKind,
  QUANTITY,
  SIZE_MM,
  type Spec,
  THICKNESS_MM,
} from "@cut-fold/core";
import Button from "@mui/material/Button";
import Input from "@mui/material/Input";
import { Camera, RotateCwSquare } from "lucide-react";
import { memo, useMemo } from "react";
import { Link } from "react-router";
import { CountField } from "../../../parts/CountField.tsx";
import { Labelled } from "../../../parts/Labelled.tsx";
import { LengthField } from "../../../parts/LengthField.tsx";
import { Offered } from "../../../parts/Offered.tsx";
import { ownIn, ownKey } from "../../../parts/ownKey.ts";
import { FindThing } from "./FindThing.tsx";
import { LooseAmount } from "./LooseAmount.tsx";
import { AlsoInside, MOST_PLIES, stackOf, ThicknessBuilder } from "./InsideBuilt.tsx";
import { ResizeButton } from "../ResizeDialog.tsx";
import { useDrafts } from "../../../store/drafts.ts";
import { cardsIn } from "../../../store/following.ts";
import { shelfNow } from "../../../store/shelf.ts";
import { beginGesture, change, endGesture, follow, useOpenDraft } from "../../../store/openDraft.ts";

const GROUPS: Readonly<Record<ContentsPreset["kind"], string>> = {
  card: "Cards",
  "square card": "Square cards",
  "plastic card": "Plastic cards",
  "flat paper": "Flat paper",
  treat: "Treats",
};
const OWN_SIZE = { value: "", text: "Own size" };
const OPTIONS = catalogue.contents.map((c) => ({ value: c.id, text: c.title, group: GROUPS[c.kind] }));
const THING = ["contents"] as const;

/** marks a choice that is a draft of the drawer, not a size of the catalogue */
const DRAWER = "draft:";

const onWidth = (width: number): void => {
  change({ contents: { width, preset: undefined } });
};
const onHeight = (height: number): void => {
  change({ contents: { height, preset: undefined } });
};
const onThickness = (thickness: number): void => {
  change({ contents: { thickness } });
};
const onQuantity = (quantity: number): void => {
  change({ quantity });
};
/** So many of the same, one on another. */
const onStack = (count: number): void => {
  const now = useOpenDraft.getState().draft?.spec.contents;
  if (now && count > 1) stackOf(now, count);
};
/** A size chosen from the list is nobody else's: a card that was followed is let go, even where the size stays. */
const onPreset = (preset: string): void => {
  const own = ownIn(ofKind(shelfNow(), "contents"), preset);
  if (own) {
    change(chooseContents(own), null);
    return;
  }
  const chosen = find(catalogue.contents, preset);
  const now = useOpenDraft.getState().draft?.spec.contents;
  // upright stays upright, under its own name
  const upright = chosen && now && now.height > now.width ? { width: chosen.height, height: chosen.width } : undefined;
  const taken = {
    own: undefined,
    preset,
    width: upright?.width,
    height: upright?.height,
    thickness: undefined,
    name: undefined,
    pile: undefined,
    shape: undefined,
    amount: undefined,
  };
  change({ contents: preset === "" ? { own: undefined, preset: undefined } : taken }, null);
};

/** No ruler at hand: its size is taken from a picture. */
const FromPicture = memo(function FromPicture() {
  const id = useOpenDraft((s) => s.draft?.id);
  return (
    <Button component={Link} to={`/picture?draft=${id ?? ""}`} startIcon={<Camera size={18} />}>
      Measure it from a picture
    </Button>
  );
});

interface InsideStageProps extends Pick<Spec, "contents" | "quantity" | "form"> {
  /** the card's draft it follows */
  readonly follows: string | undefined;
}

/** What goes inside: named, measured, counted. */
export function InsideStage({ contents, quantity, form, follows }: InsideStageProps) {
  const purpose = formById(form)?.purpose;
  const holds = purpose !== undefined && purpose !== "card" && purpose !== "part";
  return (
    <div className="fields">
      <div className="wide">
        <WhatGoesIn
          preset={contents.own === undefined ? (contents.preset ?? "") : ownKey(contents.own)}
          called={contents.name}
          follows={holds ? follows : undefined}
          offersCards={holds}
        />
      </div>
      <div className="wide inside-found">
        <FindThing onFound={onPreset} />
        <FromPicture />
      </div>
      <div className="wide">
        <CalledField name={contents.name ?? ""} />
      </div>
      {contents.shape === "loose" ? (
        <LooseAmount contents={contents} />
      ) : (
        <>
          <LengthField label="Width" mm={contents.width} bounds={SIZE_MM} onChange={onWidth} />
          <LengthField label="Height" mm={contents.height} bounds={SIZE_MM} onChange={onHeight} />
          {contents.pile ? null : (
            <LengthField label="Thickness" mm={contents.thickness} bounds={THICKNESS_MM} onChange={onThickness} />
          )}
        </>
      )}
      <CountField label="How many" value={quantity} {...QUANTITY} onChange={onQuantity} />
      {holds && contents.shape !== "loose" && !contents.pile ? (
        <CountField label="In one holder" value={1} {...MOST_PLIES} onChange={onStack} />
      ) : null}
      <div className="wide">
        {contents.shape === "loose" ? null : <TurnButton across={contents.width >= contents.height} />}
        {holds && contents.shape !== "loose" && !contents.pile ? (
          <ThicknessBuilder pile={contents.pile} thickness={contents.thickness} />
        ) : null}
        <ResizeButton />
      </div>
      {holds ? (
        <>
          {contents.pile ? (
            <div className="wide">
              <ThicknessBuilder pile={contents.pile} thickness={contents.thickness} />
            </div>
          ) : null}
          <div className="wide">
            <AlsoInside also={contents.also} />
          </div>
        </>
      ) : null}
    </div>
  );
}

interface WhatGoesInProps {
  readonly preset: string;
  /** how the draft's own copy of a thing of the shelf is called */
  readonly called: string | undefined;
  readonly follows: string | undefined;
  /** an envelope can hold, and follow, a card out of the drawer */
  readonly offersCards: boolean;
}

/** A size of the catalogue, an own size, or a card out of the drawer, which is followed from then on. */
const WhatGoesIn = memo(function WhatGoesIn({ preset, called, follows, offersCards }: WhatGoesInProps) {
  const drafts = useDrafts((s) => s.drafts);
  const cards = useMemo(() => (offersCards ? cardsIn(drafts) : []), [drafts, offersCards]);
  const card = cards.find((c) => c.id === follows);
  const first = useMemo(
    () => [OWN_SIZE, ...cards.map((c) => ({ value: DRAWER + c.id, text: c.name, group: "Cards among your drafts" }))],
    [cards],
  );
  return (
    <>
      <Offered
        label="What goes in"
        kinds={THING}
        value={card ? DRAWER + card.id : preset}
        kept={called ?? "A thing of the shelf"}
        first={first}
        usual={OPTIONS}
        onChange={(value) => {
          const chosen = cards.find((c) => DRAWER + c.id === value);
          if (chosen) follow(chosen);
          else onPreset(value);
        }}
      />
      {card ? (
        <p className="follows">
          Its size and thickness follow <Link to={`/draft/${card.id}/flat?stage=details`}>this card</Link>. Set one by
          hand and it stands alone.
        </p>
      ) : null}
    </>
  );
});

/** The smaller parts stand apart so that a drag of one figure redraws no more than it must. */
const CalledField = memo(function CalledField({ name }: { readonly name: string }) {
  return (
    <Labelled label="Called">
      {({ id }) => (
        <Input
          id={id}
          value={name}
          placeholder="Card"
          inputProps={{ maxLength: 80 }}
          onFocus={beginGesture}
          onBlur={endGesture}
          onChange={(event) => void change({ contents: { name: event.target.value || undefined } })}
        />
      )}
    </Labelled>
  );
});

function turn(): void {
  const contents = useOpenDraft.getState().draft?.spec.contents;
  if (contents) change({ contents: { width: contents.height, height: contents.width } });
}

const TurnButton = memo(function TurnButton({ across }: { readonly across: boolean }) {
  return (
    <Button startIcon={<RotateCwSquare size={18} />} onClick={turn}>
      {across ? "Stand it upright" : "Lay it across"}
    </Button>
  );
});
