/** Whose hand makes it: one of three that are known, or one of the maker's shelf that has been measured. */
import { type Hand, HAND_NAMES, HANDS, type HandName, ownHand } from "@cut-fold/core/chance";
import { useMemo } from "react";
import { ownIn } from "./ownKey.ts";
import { useSettings } from "../store/settings.ts";
import { useOnShelf } from "../store/shelf.ts";

const isKnown = (key: string): key is HandName => (HAND_NAMES as readonly string[]).includes(key);

/** The hand in use, and the key that a list has for it: the same object as long as nothing of it changes. */
export function useHand(): { readonly hand: Hand; readonly key: string } {
  const key = useSettings((s) => s.settings.hand);
  const entries = useOnShelf("hand");
  return useMemo(() => {
    if (isKnown(key)) return { hand: HANDS[key], key };
    const own = ownIn(entries, key);
    return own ? { hand: ownHand(own), key } : { hand: HANDS.usual, key: "usual" };
  }, [entries, key]);
}
