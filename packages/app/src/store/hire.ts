/** A worker that is there when it is asked and let go when it is not: begun with the first question, broken for all of them. */
import { type Remote, wrap } from "comlink";

/** A question that was not answered because its worker was let go: whoever still wants it asks again. */
export class LetGo extends Error {
  constructor() {
    super("the worker was let go");
  }
}

/** Asks the worker; lets it go. */
export interface Hired<Api> {
  /** @throws where it cannot be loaded or breaks; LetGo where it is let go before it has answered */
  readonly ask: <T>(question: (api: Remote<Api>) => Promise<T>) => Promise<T>;
  readonly letGo: () => void;
}

/** @param begin makes the worker: written where it is used, so that the build finds its file */
export function hire<Api>(begin: () => Worker): Hired<Api> {
  let now: { readonly worker: Worker; readonly api: Remote<Api> } | undefined;
  // one for each question that waits: a promise shared by all would keep every answer as long as the worker lives
  const waiting = new Set<(why: Error) => void>();
  const end = (why: Error): void => {
    for (const reject of waiting) reject(why);
    waiting.clear();
  };
  const begun = (): NonNullable<typeof now> => {
    const worker = begin();
    worker.addEventListener("error", () => {
      end(new Error("the worker broke"));
    });
    return { worker, api: wrap<Api>(worker) };
  };
  return {
    ask: (question) => {
      const { api } = (now ??= begun());
      return new Promise((resolve, reject) => {
        waiting.add(reject);
        question(api)
          .then(resolve, reject)
          .finally(() => waiting.delete(reject));
      });
    },
    letGo: () => {
      now?.worker.terminate();
      now = undefined;
      end(new LetGo());
    },
  };
}
