/** A worker that is hired: begun with the first question, and no question is left without an answer. */
import { expect, it, vi } from "vitest";
import { workerOf } from "../test/overChannel.ts";
import { hire } from "./hire.ts";

interface Api {
  readonly echo: (text: string) => string;
  readonly never: () => Promise<string>;
}
/** Workers that were begun, and how many were let go. */
function office() {
  const begun: MessagePort[] = [];
  const told = { gone: 0 };
  const api = { echo: (text: string) => text, never: () => new Promise<string>(() => undefined) };
  const hired = hire<Api>(() => {
    const worker = workerOf(api, () => {
      told.gone += 1;
    });
    begun.push(worker);
    return worker as unknown as Worker;
  });
  return { hired, begun, told };
}

it("is begun with the first question and answers all of them", async () => {
  const { hired, begun } = office();
  expect(begun).toHaveLength(0);
  const said = await Promise.all(["a", "b"].map((text) => hired.ask((api) => api.echo(text))));
  expect([said, begun.length]).toEqual([["a", "b"], 1]);
  hired.letGo();
});

it("lets nobody wait when it is let go, and another is begun for the next question", async () => {
  const { hired, begun, told } = office();
  const left = [hired.ask((api) => api.never()), hired.ask((api) => api.never())];
  hired.letGo();
  for (const one of left) await expect(one).rejects.toThrow("let go");
  expect(await hired.ask((api) => api.echo("again"))).toBe("again");
  expect([begun.length, told.gone]).toEqual([2, 1]);
  hired.letGo();
  // once is enough
  hired.letGo();
  expect(told.gone).toBe(2);
});

it("lets nobody wait when it breaks", async () => {
  const { hired, begun } = office();
  const left = hired.ask((api) => api.never());
  begun[0]?.dispatchEvent(new Event("error"));
  await expect(left).rejects.toThrow("broke");
  hired.letGo();
});

it("passes on what a question throws", async () => {
  const { hired } = office();
  const thrown = vi.fn(() => Promise.reject(new Error("no recipe")));
  await expect(hired.ask(thrown)).rejects.toThrow("no recipe");
  hired.letGo();
});
