/** What was made lately of recipes: of so many, the one not asked for longest goes. Recipes live as long as their drafts. */
import type { Spec } from "@cut-fold/core";

export class Recent<T> {
  readonly #most: number;
  readonly #made = new Map<Spec, T>();

  constructor(most: number) {
    this.#most = most;
  }

  has(spec: Spec): boolean {
    return this.#made.has(spec);
  }

  get(spec: Spec): T | undefined {
    const made = this.#made.get(spec);
    if (made !== undefined) this.set(spec, made);
    return made;
  }

  set(spec: Spec, made: T): void {
    this.#made.delete(spec);
    this.#made.set(spec, made);
    const [oldest] = this.#made.keys();
    if (this.#made.size > this.#most && oldest) this.#made.delete(oldest);
  }

  delete(spec: Spec): boolean {
    return this.#made.delete(spec);
  }
}
