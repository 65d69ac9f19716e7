/** The figure that is asked where it comes from, by its id. */
import { create } from "zustand";

export const useAsked = create<{ readonly figure: string | undefined }>()(() => ({ figure: undefined }));

/** Asks a figure; undefined asks none any more. */
export const askFigure = (figure: string | undefined): void => {
  useAsked.setState({ figure });
};
