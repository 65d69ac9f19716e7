/** A whole net out of a file: which lines are what, asked once a group; what was found, and how it is folded, in a draft. */
import { NET_NEAR_MM, type OwnNet, readSpec } from "@cut-fold/core";
import type { GroupRole } from "@cut-fold/core/nets";
import Button from "@mui/material/Button";
import { FileInput } from "lucide-react";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { Choice } from "../../parts/Choice.tsx";
import { LengthField } from "../../parts/LengthField.tsx";
import { tellTrouble } from "../../parts/tell.tsx";
import { usePageTitle } from "../../parts/usePageTitle.ts";
import { loadFormsIn } from "../../needs/forms.ts";
import { makeDraft } from "../../store/drafting.ts";
import { useDrafts } from "../../store/drafts.ts";
import { isInInches, useSettings } from "../../store/settings.ts";
import { withSheet } from "../../store/sheetInHand.ts";
import { chooseOutlineFile, isDrawing, readNet } from "../../store/ownOutline.ts";
import type { NetRead } from "../../workers/readOutline.ts";
import { NetDrawing } from "./NetDrawing.tsx";
import { recalledRoles, rememberRoles } from "./remembered.ts";
import { SIZES, sayTold } from "./saying.ts";
import "./net.css";

const ROLES: readonly { readonly value: GroupRole; readonly text: string }[] = [
  { value: "cut", text: "Cut" },
  { value: "valley", text: "Score, folds towards you" },
  { value: "mountain", text: "Score, folds back" },
  { value: "drawn", text: "Drawn: no edge of paper" },
  { value: "out", text: "Leave out" },
];

type Found = Extract<NetRead, { ok: true }>;

export function NetPlace() {
  usePageTitle("A net from a file");
  const navigate = useNavigate();
  const [file, setFile] = useState<File>();
  const [roles, setRoles] = useState<Readonly<Record<string, GroupRole>>>({});
  const [near, setNear] = useState<number>(NET_NEAR_MM.usual);
  const [scale, setScale] = useState(1);
  const [answer, setAnswer] = useState<{ readonly asked: string; readonly read: NetRead }>();
  const asked = JSON.stringify([roles, near, scale]);
  const read = answer?.read;
  // what is shown is of the last answer; what is folded must be of this one
  const isNow = answer?.asked === asked;
  useEffect(() => {
    if (!file) return undefined;
    let isOver = false;
    void readNet(file, { roles, near, scale }).then((now) => {
      if (!isOver) setAnswer({ asked, read: now });
    });
    return () => {
      isOver = true;
    };
  }, [file, roles, near, scale, asked]);
  const choose = async (): Promise<void> => {
    const chosen = await chooseOutlineFile();
    if (!chosen) return;
    if (!isDrawing(chosen)) {
      tellTrouble("A net is read out of a drawing: SVG, DXF or HPGL. A picture can be traced as an outline.");
      return;
    }
    setAnswer(undefined);
    setRoles(recalledRoles());
    setScale(1);
    setFile(chosen);
  };
  const fold = async (found: Found): Promise<void> => {
    const net: OwnNet = { lines: [...found.lines], near };
    await loadFormsIn([{ form: "own-net" }]);
    const board = isInInches(useSettings.getState().settings) ? "scoring-eighth" : "scoring-millimetre";
    const spec = readSpec({ form: "own-net", net, method: { kind: "scoring-board", board } });
    if (!spec.ok) {
      tellTrouble("Nothing in it encloses paper: say which lines are cut.");
      return;
    }
    rememberRoles(roles);
    const draft = makeDraft(file?.name.replace(/\.\w+$/u, "") ?? "A net", withSheet(spec.value));
    useDrafts.getState().put([draft]);
    void navigate(`/draft/${draft.id}/folded?stage=details`);
  };
  return (
    <main className="net">
      <div className="net-side">
        <h1>A net from a file</h1>
        <p>
          A whole net drawn elsewhere, folded and made like any form here: its lines are read, you say which are cut and
          which are scored, and then how each fold turns.
        </p>
        <Button
          variant={file ? "outlined" : "contained"}
          startIcon={<FileInput size={18} />}
          onClick={() => void choose().catch(() => tellTrouble("The file could not be opened."))}
        >
          {file ? "Another file …" : "Choose the file …"}
        </Button>
        {file && read === undefined ? <p aria-busy="true">Reading {file.name} …</p> : null}
        {read?.ok === false ? (
          <p className="finding warning" role="alert">
            {read.why}
          </p>
        ) : null}
        {read?.ok ? (
          <>
            <div className="net-groups" role="group" aria-label="Which line is what">
              {read.groups.map(({ id, guess, count }) => (
                <Choice
                  key={id}
                  label={`${id} · ${count === 1 ? "one line" : `${String(count)} lines`}`}
                  value={roles[id] ?? guess}
                  options={ROLES}
                  onChange={(role) => setRoles({ ...roles, [id]: role as GroupRole })}
                />
              ))}
            </div>
            {read.warnings.some((sentence) => /no unit|no size/u.test(sentence)) ? (
              <Choice
                label="It says no unit: its size is"
                value={String(scale)}
                options={SIZES}
                onChange={(value) => setScale(Number(value))}
              />
            ) : null}
            <LengthField
              label="Ends this near are one"
              mm={near}
              bounds={NET_NEAR_MM}
              onChange={setNear}
              about="Larger where lines miss one another by a hair, smaller where fine slits close."
            />
            <Summary found={read} />
            <Button variant="contained" disabled={!isNow || read.pieces.length === 0} onClick={() => void fold(read)}>
              Fold it
            </Button>
          </>
        ) : null}
      </div>
      <div className="net-drawing">{read?.ok ? <NetDrawing found={read} roles={roles} /> : null}</div>
    </main>
  );
}

/** What was found, and what is to be looked at. */
function Summary({ found }: { readonly found: Found }) {
  const panels = found.pieces.reduce((sum, piece) => sum + piece.panels.length, 0);
  const folds = found.pieces.reduce((sum, piece) => sum + piece.folds, 0);
  const cuts = found.pieces.reduce((sum, piece) => sum + piece.cuts, 0);
  const many = (count: number, one: string, more: string): string =>
    count === 1 ? `one ${one}` : `${String(count)} ${more}`;
  return (
    <div role="status">
      <p className="net-found">
        {panels === 0
          ? "Nothing in it encloses paper yet."
          : `${many(found.pieces.length, "piece", "pieces")}: ${many(panels, "panel", "panels")}, ${many(folds, "fold", "folds")}, ${many(cuts, "cut within", "cuts within")}.`}
      </p>
      {found.warnings.map((sentence) => (
        <p className="figure-note" key={sentence}>
          {sentence}
        </p>
      ))}
      <ul className="net-told">
        {sayTold(found.told).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </div>
  );
}
