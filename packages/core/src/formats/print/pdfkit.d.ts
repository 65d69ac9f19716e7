declare module "pdfkit/output" {
  /** Collects a document's bytes; call before `end()`. */
  export function toBytes(document: unknown): Promise<Uint8Array>;
}
