// Counts what has passed and failed while tests run, so that it is known even of a run that was ended: a reporter for Vitest
// and for Playwright, which writes its figures to the file named in TALLY.
import { writeFileSync } from "node:fs";
import path from "node:path";

const SLOWEST = 25;

export default class Tally {
  #figures = { passed: 0, failed: 0, failures: [], slow: [] };
  #file = process.env.TALLY;
  #written = 0;

  #count(ok, name) {
    if (ok) this.#figures.passed += 1;
    else {
      this.#figures.failed += 1;
      this.#figures.failures.push(name);
    }
    // some thousand tests: the file need not follow each
    if (!ok || Date.now() - this.#written > 500) this.#write();
  }

  /** What took longest is told at the end of a run: whoever wants it quicker begins there. */
  #took(name, ms) {
    const { slow } = this.#figures;
    slow.push({ name, seconds: Math.round(ms / 100) / 10 });
    slow.sort((a, b) => b.seconds - a.seconds);
    slow.length = Math.min(slow.length, SLOWEST);
  }

  #write() {
    this.#written = Date.now();
    if (this.#file) writeFileSync(this.#file, JSON.stringify(this.#figures));
  }

  // Vitest
  onTestCaseResult(test) {
    const { state } = test.result();
    if (state === "passed" || state === "failed")
      this.#count(state === "passed", `${test.module.moduleId}: ${test.fullName}`);
  }
  // a file that could not even be read has no tests to fail: it counts as one
  onTestModuleEnd(module) {
    if (module.errors().length > 0) this.#count(false, module.moduleId);
    this.#took(path.relative(process.cwd(), module.moduleId), module.diagnostic().duration);
  }
  onTestRunEnd(_modules, errors) {
    for (const error of errors) this.#count(false, String(error.message ?? error));
    this.#write();
  }

  // Playwright
  onTestEnd(test, result) {
    this.#took(test.titlePath().filter(Boolean).join(" › "), result.duration);
    const isLast = result.status === test.expectedStatus || result.retry >= test.retries;
    // what passes only when it is tried again has failed
    if (isLast && result.status !== "skipped")
      this.#count(test.outcome() === "expected", test.titlePath().filter(Boolean).join(" › "));
  }
  onEnd() {
    this.#write();
  }
}
