/** What is measured: tools by test pieces. Loaded when it is asked for. */
export * from "./tools.ts";
