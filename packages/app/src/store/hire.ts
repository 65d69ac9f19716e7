/** A worker that is there when it is asked and let go when it is not: begun with the first question, broken for all of them. */
import { type Remote, wrap } from "comlink";

/** Asks the worker; lets it go. */
export interface Hired<Api> {
  /** @throws where it cannot be loaded, breaks or is let go before it has answered */
  readonly ask: <T>(question: (api: Remote<Api>) => Promise<T>) => Promise<T>;
  readonly letGo: () => void;
}

/** @param begin makes the worker: written where it is used, so that the build finds its file */
export function hire<Api>(begin: () => Worker): Hired<Api> {
  let now: { readonly worker: Worker; readonly api: Remote<Api>; readonly gone: Promise<never> } | undefined;
  let end: (why: string) => void = () => undefined;
  const letGo = (): void => {
    now?.worker.terminate();
    now = undefined;
    end("the worker was let go");
  };
  const begun = (): NonNullable<typeof now> => {
    const worker = begin();
    const gone = new Promise<never>((_resolve, reject) => {
      end = (why) => {
        reject(new Error(why));
      };
    });
    // nobody may be waiting when it is let go
    gone.catch(() => undefined);
    worker.addEventListener("error", () => {
      end("the worker broke");
    });
    return { worker, api: wrap<Api>(worker), gone };
  };
  return {
    ask: (question) => {
      now ??= begun();
      return Promise.race([question(now.api), now.gone]);
    },
    letGo,
  };
}
