import { useEffect } from "react";

/**
 * Where what had the focus is taken away, the focus goes to the nearest of the things it stood in that is still there: a
 * row that is deleted leaves it in its list, a field that closes in its drawing. Else the keyboard would start again from
 * the top of the page.
 */
export function useKeptFocus(): void {
  useEffect(() => {
    // what had the focus with all it stood in; and the last of it in the place itself, where a menu has come between
    let had: readonly Element[] = [];
    let inPlace: readonly Element[] = [];
    const onFocus = (event: FocusEvent): void => {
      const chain: Element[] = [];
      for (let at = event.target instanceof Element ? event.target : null; at; at = at.parentElement) chain.push(at);
      had = chain;
      if (chain.some((element) => element.tagName === "MAIN")) inPlace = chain;
    };
    const look = new MutationObserver(() => {
      const [last] = had;
      if (!last || last.isConnected || document.activeElement !== document.body) return;
      const near = [...had, ...inPlace].find(
        (element) => element.isConnected && element.closest("main, dialog, [role=dialog]"),
      );
      had = [];
      // a place that was still being fetched has been drawn anew: then the place itself
      const held =
        near?.closest("ul, ol, section, dialog, [role=dialog], nav, aside, main, svg") ??
        document.querySelector("main");
      // a drawing takes the focus as well as a list does
      if (!(held instanceof HTMLElement || held instanceof SVGElement)) return;
      if (!held.hasAttribute("tabindex")) held.tabIndex = -1;
      held.focus({ preventScroll: true });
    });
    document.addEventListener("focusin", onFocus);
    look.observe(document.body, { childList: true, subtree: true });
    return () => {
      document.removeEventListener("focusin", onFocus);
      look.disconnect();
    };
  }, []);
}
