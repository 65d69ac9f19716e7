/** A list of words, each on a line: typed, pasted, or a column of a table out of a file. */
import { type ChangePath, linesIn, settingMeta } from "@cut-fold/core";
import Button from "@mui/material/Button";
import Input from "@mui/material/Input";
import { ListPlus } from "lucide-react";
import { useId, useState } from "react";
import type { z } from "zod";
import { Choice } from "../../../parts/Choice.tsx";
import { Labelled } from "../../../parts/Labelled.tsx";
import { chooseList, columnOf, type ListFile } from "../../../store/lists.ts";
import { beginGesture, change, endGesture } from "../../../store/openDraft.ts";

interface ListSettingProps {
  readonly at: ChangePath;
  readonly schema: z.ZodType;
  readonly value: unknown;
}

export function ListSetting({ at, schema, value }: ListSettingProps) {
  const { label, max = 4000, about } = settingMeta(schema);
  const said = typeof value === "string" ? value : "";
  const count = linesIn(said).length;
  const [file, setFile] = useState<ListFile>();
  const [told, setTold] = useState("");
  const statusId = useId();
  const put = (text: string): void => {
    const problems = change({ at, value: text });
    setTold(problems.length > 0 ? `That is too long: ${String(max)} letters are allowed in all.` : "");
  };
  const choose = async (): Promise<void> => {
    const read = await chooseList();
    if (!read) return;
    if (!read.ok) {
      setTold(read.why);
      return;
    }
    setFile(read.columns.length > 1 ? read : undefined);
    put(columnOf(read, 0));
  };
  return (
    <>
      <Labelled label={count > 0 ? `${label}: ${String(count)}` : label} about={about}>
        {({ id, helpId }) => (
          <Input
            id={id}
            value={said}
            multiline
            maxRows={6}
            inputProps={{ maxLength: max, "aria-describedby": helpId }}
            onFocus={beginGesture}
            onBlur={endGesture}
            onChange={(event) => {
              put(event.target.value);
            }}
          />
        )}
      </Labelled>
      <Button
        startIcon={<ListPlus size={18} />}
        onClick={() => {
          choose().catch(() => {
            setTold("The file could not be opened.");
          });
        }}
      >
        Out of a table (CSV) …
      </Button>
      {file ? (
        <Choice
          label="Its column"
          value={String(file.columns.findIndex((_, i) => columnOf(file, i) === said))}
          options={file.columns.map((title, i) => ({ value: String(i), text: title }))}
          onChange={(i) => {
            put(columnOf(file, Number(i)));
          }}
        />
      ) : null}
      <div role="status" id={statusId}>
        {told === "" ? null : <p className="figure-note">{told}</p>}
      </div>
    </>
  );
}
