import { catalogue, find } from "@cut-fold/core";

/** What a mat is called; a machine that takes none is called by its own name. */
export const matTitle = (id: string, machine: string): string => find(catalogue.mats, id)?.title ?? machine;
