import { create } from "zustand";

/** What is pointed at, by id: a number lights its lines, a line its number, a finding its flap. */
export const useLit = create<{ readonly ids: readonly string[] }>()(() => ({ ids: [] }));
export const light = (ids: readonly string[]): void => {
  if (ids.length > 0 || useLit.getState().ids.length > 0) useLit.setState({ ids });
};
