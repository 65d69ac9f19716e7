/** Whether all numbers stand beside the paper, or those alone that are cut and scored by. */
import useMediaQuery from "@mui/material/useMediaQuery";
import { create } from "zustand";
import { useAsked } from "./asked.ts";

const useShownNumbers = create<{ readonly isOpen: boolean | undefined }>()(() => ({ isOpen: undefined }));

/** A window of these widths has room for the paper or for all numbers beside it, not for both. */
const ONE_OF_THEM = "(min-width: 56.0625em) and (max-width: 99.9375em)";

/** Opens all numbers, or closes them and what was asked of one. */
export const showNumbers = (isOpen: boolean): void => {
  useShownNumbers.setState({ isOpen });
  if (!isOpen) useAsked.setState({ figure: undefined });
};

/**
 * @param isRun with the sheets: what belongs to the run stands there, so they are open unless they were closed
 */
export function useNumbersOpen(isRun: boolean): { readonly isOpen: boolean; readonly canClose: boolean } {
  const canClose = useMediaQuery(ONE_OF_THEM);
  const said = useShownNumbers((s) => s.isOpen);
  const isAsked = useAsked((s) => s.figure !== undefined);
  return { isOpen: !canClose || isAsked || (said ?? isRun), canClose };
}
