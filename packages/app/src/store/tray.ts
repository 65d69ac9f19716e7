/** The tray of what can be laid on a panel: open or not. */
import { create } from "zustand";

export const useTray = create<{ readonly isOpen: boolean }>()(() => ({ isOpen: false }));

export const openTray = (isOpen: boolean): void => {
  useTray.setState({ isOpen });
};
