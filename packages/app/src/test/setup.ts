/** Before any test: the browser's store, and every form, so that recipes can be read where they stand. */
import "fake-indexeddb/auto";
import "@cut-fold/core/forms";
