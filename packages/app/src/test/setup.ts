/** Before any test: the browser's store, and every form, so that recipes can be read where they stand. */
import "fake-indexeddb/auto";
import "@cut-fold/core/forms";
import { configure } from "@testing-library/dom";
import { vi } from "vitest";

// makers here measure in millimetres, whatever the machine the tests run on
if (typeof navigator !== "undefined")
  Object.defineProperty(navigator, "language", { configurable: true, value: "en-GB" });

/** ms that is waited for: a busy machine may take its time, and what never comes is seen all the same. */
const PATIENCE_MS = 20_000;
configure({ asyncUtilTimeout: PATIENCE_MS });
const { waitFor } = vi;
vi.waitFor = (callback, options = PATIENCE_MS) => waitFor(callback, options);

/*
 * Style sheets that a page writes into itself are asked rule by rule for every element that a query looks at. Nothing is seen here:
 * what is hidden from a maker is hidden by attributes, and by styles of its own, which stay.
 */
if (typeof HTMLStyleElement !== "undefined") {
  HTMLStyleElement.prototype.appendChild = function <T extends Node>(this: HTMLStyleElement, child: T): T {
    return this.hasAttribute("data-emotion") ? child : (Node.prototype.appendChild.call(this, child) as T);
  };
}

/*
 * A page without a screen looks through all of itself for the label of each field, and for the field of each label: with fields by
 * the hundred that is half of a test's time. Here a field and its label find one another by the id they name.
 */
if (typeof HTMLLabelElement !== "undefined") {
  const LABELLED = new Set(["button", "input", "meter", "output", "progress", "select", "textarea"]);
  const isLabelled = (one: Element | null): one is HTMLElement =>
    one !== null && LABELLED.has(one.localName) && one.getAttribute("type") !== "hidden";
  const controlOf = (label: HTMLLabelElement): HTMLElement | null => {
    const one = label.hasAttribute("for")
      ? label.ownerDocument.getElementById(label.htmlFor)
      : ([...label.getElementsByTagName("*")].find(isLabelled) ?? null);
    return isLabelled(one) ? one : null;
  };
  Object.defineProperty(HTMLLabelElement.prototype, "control", {
    configurable: true,
    get(this: HTMLLabelElement) {
      return controlOf(this);
    },
  });
  for (const kind of [
    HTMLButtonElement,
    HTMLInputElement,
    HTMLMeterElement,
    HTMLOutputElement,
    HTMLProgressElement,
    HTMLSelectElement,
    HTMLTextAreaElement,
  ])
    Object.defineProperty(kind.prototype, "labels", {
      configurable: true,
      get(this: HTMLElement) {
        if (!isLabelled(this)) return null;
        return [...this.ownerDocument.getElementsByTagName("label")].filter((label) => controlOf(label) === this);
      },
    });
}
