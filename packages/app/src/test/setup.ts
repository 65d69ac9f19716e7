/** Before any test: the browser's store, and every form, so that recipes can be read where they stand. */
import "fake-indexeddb/auto";
import "@cut-fold/core/forms";

// makers here measure in millimetres, whatever the machine the tests run on
if (typeof navigator !== "undefined")
  Object.defineProperty(navigator, "language", { configurable: true, value: "en-GB" });
