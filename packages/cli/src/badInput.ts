/** What the caller got wrong, a line each: field, what is wrong, what is allowed. */
export class BadInput extends Error {
  readonly lines: readonly string[];
  constructor(lines: readonly string[]) {
    super(lines.join("; "));
    this.name = "BadInput";
    this.lines = lines;
  }
}
