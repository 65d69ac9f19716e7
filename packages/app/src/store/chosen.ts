/** What the maker has in hand on the panels: a face that was pressed, and the thing on it that is chosen. */
import type { On } from "@cut-fold/core";
import { create } from "zustand";

interface Chosen {
  /** the face whose things are shown; the usual one where none was pressed */
  readonly on: On | undefined;
  /** the fitting whose rule stands on the drawing */
  readonly fitting: string | undefined;
  /** the piece that fills the drawing; the main one where none was taken in hand, and all of them at one scale */
  readonly piece: string | undefined;
  /** things that are laid aside while one works at what lies under them: they are not drawn, and are there all the same */
  readonly aside: readonly string[];
}

/** All pieces at one scale. */
export const ALL_PIECES = "*";

export const useChosen = create<Chosen>()(() => ({
  ...{ on: undefined, fitting: undefined, piece: undefined },
  aside: [],
}));

/** Shows a face; what was chosen on another one is let go. */
export const chooseFace = (on: On): void => {
  useChosen.setState({ on, fitting: undefined });
};

/** Takes a thing in hand, with the face it lies on; undefined lets go. */
export const chooseFitting = (fitting: string | undefined, on?: On): void => {
  useChosen.setState((was) => ({ fitting, on: on ?? was.on }));
};

/** Takes a piece in hand, or all of them; what was chosen on another is let go. */
export const choosePiece = (piece: string): void => {
  useChosen.setState({ piece, fitting: undefined });
};

/** Another draft: nothing is in hand. */
export const chooseNothing = (): void => {
  useChosen.setState({ on: undefined, fitting: undefined, piece: undefined, aside: [] });
};

/** Lays a thing aside while working, or puts it back. */
export const layAside = (fitting: string, isAside: boolean): void => {
  useChosen.setState(({ aside }) => ({
    aside: isAside ? [...new Set([...aside, fitting])] : aside.filter((id) => id !== fitting),
  }));
};
