import { editLength, formatLength, readLength, type Display, type Unit } from "@cut-fold/core";
import Input from "@mui/material/Input";
import { type ComponentProps, createContext, memo, useContext, useState } from "react";
import { useDisplay } from "../store/settings.ts";
import { beginGesture, endEntry, endGesture } from "../store/openDraft.ts";
import { Labelled } from "./Labelled.tsx";

interface Limits {
  readonly min: number;
  readonly max: number;
}

interface LengthFieldProps {
  readonly label: string;
  readonly mm: number | undefined;
  readonly bounds: Limits;
  readonly onChange: (mm: number) => void;
  readonly about?: string | undefined;
  /** shown when the field is left empty, and what leaving it empty does */
  readonly auto?: { readonly shown: string; readonly onAuto: () => void } | undefined;
}

const inputUnit = (display: Display): Unit => (display.unit === "in-decimal" ? "in" : display.unit);

/** Why a typed text is no length for this field, and what is allowed; undefined when it is one. */
export function lengthTrouble(text: string, display: Display, { min, max }: Limits): string | undefined {
  const read = readLength(text, inputUnit(display));
  const range = `${formatLength(min, display)} to ${formatLength(max, display)}`;
  if (!read.ok) {
    if (read.problem === "empty") return `Give a length, ${range}.`;
    if (read.problem === "unknown-unit") return "Use mm, cm or in after the number.";
    return "Write it like 4 1/4, 4.25in, 10.8 cm or 108.";
  }
  if (read.mm < min - 1e-9) return `Too small: ${range} is allowed.`;
  return read.mm > max + 1e-9 ? `Too large: ${range} is allowed.` : undefined;
}

/** The text a field shows, handed past the parts round it: a drag that changes the length redraws the input alone. */
const ShownText = createContext("");

function ShownInput(props: ComponentProps<"input">) {
  return <input {...props} value={useContext(ShownText)} />;
}

/** A length that can be typed in any unit. What is right takes effect as it is typed; what is wrong stays, with the reason. */
export const LengthField = memo(function LengthField({ mm, ...props }: LengthFieldProps) {
  const display = useDisplay();
  const [typed, setTyped] = useState<string>();
  const { auto, bounds } = props;
  const shown = typed ?? (auto && mm === undefined ? "" : editLength(mm ?? 0, display));
  const cleared = auto !== undefined && typed?.trim() === "";
  const trouble = typed === undefined || cleared ? undefined : lengthTrouble(typed, display, bounds);
  return (
    <ShownText value={shown}>
      <LengthInput {...props} trouble={trouble} display={display} setTyped={setTyped} />
    </ShownText>
  );
});

interface LengthInputProps extends Omit<LengthFieldProps, "mm"> {
  readonly trouble: string | undefined;
  readonly display: Display;
  readonly setTyped: (text: string | undefined) => void;
}

const LengthInput = memo(function LengthInput(props: LengthInputProps) {
  const { label, bounds, onChange, about, auto, trouble, display, setTyped } = props;
  const onTyped = (text: string): void => {
    setTyped(text);
    if (auto && text.trim() === "") auto.onAuto();
    else if (lengthTrouble(text, display, bounds) === undefined) {
      const read = readLength(text, inputUnit(display));
      if (read.ok) onChange(read.mm);
    }
  };
  return (
    <Labelled label={label} trouble={trouble} about={about}>
      {({ id, helpId }) => (
        <Input
          id={id}
          placeholder={auto?.shown ?? ""}
          inputComponent={ShownInput}
          inputProps={{ autoComplete: "off", spellCheck: false, "aria-describedby": helpId }}
          onFocus={(event) => {
            beginGesture();
            event.target.select();
          }}
          onChange={(event) => {
            onTyped(event.target.value);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") endEntry();
            if (event.key === "Escape" || (event.key === "Enter" && !trouble)) setTyped(undefined);
          }}
          onBlur={() => {
            endGesture();
            if (!trouble) setTyped(undefined);
          }}
        />
      )}
    </Labelled>
  );
});
