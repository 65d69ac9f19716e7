/** Whose hand makes it, and how a chance is told. */
import { useSettings } from "../store/settings.ts";
import { Offered } from "./Offered.tsx";

/** A chance as it is told: never more of it than so many runs can tell. */
export const outOf100 = (chance: number): string =>
  chance >= 0.995 ? "99+ of 100" : chance < 0.005 ? "hardly any" : `${String(Math.round(chance * 100))} of 100`;

/** The hands that are known. */
export const HANDS_TOLD = [
  { value: "steady", text: "A steady hand" },
  { value: "usual", text: "A usual hand" },
  { value: "hurried", text: "A hurried hand" },
] as const;
const HAND_KINDS = ["hand"] as const;
const setHand = (hand: string): void => {
  useSettings.getState().set({ hand });
};

/** The hand that chances are told for: one that is known, or one of the shelf. */
export const HandChoice = ({ value }: { readonly value: string }) => (
  <Offered label="Made by" kinds={HAND_KINDS} value={value} usual={HANDS_TOLD} onChange={setHand} />
);
