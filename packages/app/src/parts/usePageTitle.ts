import { useEffect } from "react";

/** What the browser's tab and its history call this view. */
export function usePageTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Cut Fold`;
  }, [title]);
}
