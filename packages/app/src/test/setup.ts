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
