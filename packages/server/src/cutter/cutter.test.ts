/** The simulated cutter: what it is told, what it keeps, and what it cut, through everything that can go wrong. */
import { type ChildProcess, spawn } from "node:child_process";
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { build } from "vite";
import { afterAll, afterEach, beforeAll, describe, expect, it } from "vitest";
import { createApp } from "../app.ts";
import { type Answer, Cutter } from "./cutter.ts";
import type { Act, Do, JobIn, KeptJob } from "./job.ts";
import { type JobStore, openStore, StoreTaken } from "./store.ts";

const folders = mkdtempSync(path.join(tmpdir(), "cut-fold-cutter-"));
let count = 0;
const folder = (): string => path.join(folders, String((count += 1)));
afterAll(() => {
  rmSync(folders, { recursive: true, force: true });
});

/** A store in memory: of what it is told to fail at nothing is kept. */
function memory(): JobStore & { fails: boolean } {
  const [jobs, files] = [new Map<string, KeptJob>(), new Map<string, string>()];
  return {
    fails: false,
    all: () => Promise.resolve([...jobs.values()]),
    put(job, file) {
      if (this.fails) return Promise.reject(new Error("no space left on device"));
      jobs.set(job.id, job);
      if (file !== undefined) files.set(job.id, file);
      return Promise.resolve();
    },
    file: (id) => Promise.resolve(files.get(id)),
    remove(id) {
      jobs.delete(id);
      return Promise.resolve();
    },
    close: () => Promise.resolve(),
  };
}

/** Strokes of a job: so many scores, then so many cuts, each a mm long. */
function hpgl(scores: number, cuts: number): string {
  const lines = (n: number): string =>
    Array.from({ length: n }, (_, i) => `PU${String(40 * i)},0;PD${String(40 * i)},40;`).join("");
  return `IN;PA;SP1;VS8;FS13;${lines(scores)}SP2;VS8;FS13;${lines(cuts)}PU0,0;SP0;`;
}
const job = (id: string, scores = 3, cuts = 5, over: Partial<JobIn> = {}): JobIn => ({
  ...{ id, name: `Sheet ${id}`, machine: "table-cutter", mat: { id: "mat-12x12", width: 290, height: 290 } },
  sheet: { width: 210, height: 280 },
  operations: [
    { pen: 1, tool: "Creasing tip", role: "score", face: "front", strokes: scores },
    { pen: 2, tool: "Fine blade", role: "cut", face: "front", strokes: cuts },
  ],
  ...{ pace: 1000, hpgl: hpgl(scores, cuts) },
  ...over,
});

const told = (answer: Answer): KeptJob => {
  if (!("job" in answer) || !answer.job) throw new Error(JSON.stringify(answer));
  return answer.job;
};
const act = async (cutter: Cutter, id: string, name: Act, said?: Do["said"]): Promise<Answer> =>
  await cutter.act(id, { act: name, rev: now(cutter, id).rev, ...(said && { said }) });
function now(cutter: Cutter, id: string): KeptJob {
  const found = cutter.all().find((one) => one.id === id);
  if (!found) throw new Error(id);
  return found;
}
/** Waits until a job is so, by what is told of it. */
const until = (cutter: Cutter, id: string, is: (job: KeptJob) => boolean): Promise<KeptJob> =>
  new Promise((resolve) => {
    const known = now(cutter, id);
    if (is(known)) {
      resolve(known);
      return;
    }
    const silence = cutter.listen((one) => {
      if (one.id !== id || !is(one)) return;
      silence();
      resolve(one);
    });
  });

describe("a job", () => {
  it("asks for its sheet and each tool, is cut, and keeps the sheet between them", async () => {
    const cutter = await Cutter.on(memory());
    expect(told(await cutter.add(job("first"))).state).toBe("queued");
    const states: string[] = [];
    cutter.listen(({ state }) => states.push(state));
    await act(cutter, "first", "start");
    await act(cutter, "first", "loaded", { mat: "mat-12x12", sheet: { width: 210, height: 280 } });
    await act(cutter, "first", "tool-in", { tool: "Creasing tip" });
    await until(cutter, "first", ({ state, at }) => state === "wants-tool" && at === 1);
    expect((await cutter.cutSoFar("first"))?.paths).toHaveLength(3);
    await act(cutter, "first", "tool-in", { tool: "Fine blade" });
    await until(cutter, "first", ({ state }) => state === "wants-unload");
    expect((await cutter.cutSoFar("first"))?.paths.map(({ operation }) => operation)).toEqual([0, 0, 0, 1, 1, 1, 1, 1]);
    expect((await cutter.cutSoFar("first"))?.paths[1]?.points).toEqual([
      [1, 0],
      [1, 1],
    ]);
    expect(told(await act(cutter, "first", "unloaded")).state).toBe("done");
    expect([...new Set(states)]).toEqual(["wants-sheet", "wants-tool", "cutting", "wants-unload", "done"]);
  });

  it("is turned before the other face, and looked at after a test cut", async () => {
    const cutter = await Cutter.on(memory());
    const operations: JobIn["operations"] = [
      { pen: 1, tool: "Fine blade", role: "cut", face: "front", strokes: 3, trial: true },
      { pen: 2, tool: "Pen", role: "pen", face: "back", strokes: 4 },
      { pen: 2, tool: "Pen", role: "pen", face: "front", strokes: 1 },
    ];
    await cutter.add(job("both", 3, 5, { operations }));
    await act(cutter, "both", "start");
    await act(cutter, "both", "loaded");
    await act(cutter, "both", "tool-in");
    await until(cutter, "both", ({ state }) => state === "wants-look");
    // it hangs on: the same once more
    await act(cutter, "both", "again");
    await until(cutter, "both", ({ state }) => state === "wants-look");
    expect(told(await act(cutter, "both", "looked")).state).toBe("wants-turn");
    await act(cutter, "both", "turned");
    await act(cutter, "both", "tool-in");
    await until(cutter, "both", ({ state, at }) => state === "wants-turn" && at === 2);
    await act(cutter, "both", "turned");
    await act(cutter, "both", "tool-in");
    await until(cutter, "both", ({ state }) => state === "wants-unload");
  });

  it("pauses, jams and goes on where it was; every stroke is made once", async () => {
    const cutter = await Cutter.on(memory());
    await cutter.add(job("long", 200, 200, { pace: 400 }));
    await act(cutter, "long", "start");
    await act(cutter, "long", "loaded");
    await act(cutter, "long", "tool-in");
    await until(cutter, "long", ({ done }) => done >= 40);
    const paused = told(await act(cutter, "long", "pause"));
    expect((await cutter.cutSoFar("long"))?.paths).toHaveLength(paused.done);
    await act(cutter, "long", "resume");
    await until(cutter, "long", ({ done }) => done >= 100);
    expect(told(await act(cutter, "long", "jam"))).toMatchObject({ state: "fault", fault: "jam" });
    expect(told(await act(cutter, "long", "clear")).state).toBe("paused");
    await act(cutter, "long", "pace", { pace: 1000 });
    await act(cutter, "long", "resume");
    await until(cutter, "long", ({ at, state }) => at === 1 && state === "wants-tool");
    expect((await cutter.cutSoFar("long"))?.paths).toHaveLength(200);
    expect(told(await act(cutter, "long", "cancel")).state).toBe("cancelled");
  });

  it.each<[string, Act, Do["said"], string]>([
    ["another mat", "loaded", { mat: "mat-4.5x12" }, "wrong-mat"],
    ["a sheet that is too small", "loaded", { sheet: { width: 209, height: 280 } }, "sheet-too-small"],
    ["another tool", "tool-in", { tool: "Pen" }, "wrong-tool"],
  ])("says what is wrong with %s, and is asked again", async (_, name, said, fault) => {
    const cutter = await Cutter.on(memory());
    await cutter.add(job("wrong"));
    await act(cutter, "wrong", "start");
    if (name === "tool-in") await act(cutter, "wrong", "loaded");
    const before = now(cutter, "wrong").state;
    expect(told(await act(cutter, "wrong", name, said))).toMatchObject({ state: "fault", fault });
    expect(told(await act(cutter, "wrong", "clear")).state).toBe(before);
  });
});

describe("what is refused", () => {
  it("is a file that is not as its job says, another job of the name, and more than can wait", async () => {
    const cutter = await Cutter.on(memory());
    const wrong = async (over: Partial<JobIn>): Promise<number> => (await cutter.add(job("wrong", 3, 5, over))).status;
    expect(await wrong({ hpgl: hpgl(3, 4) })).toBe(400);
    expect(await wrong({ hpgl: "IN;SP1;PU0,0;PD-400,0;" })).toBe(400);
    expect(await wrong({ hpgl: "PU;".repeat(600_000) })).toBe(400);
    expect(await wrong({ hpgl: hpgl(3, 5).replace("SP2", "SP3") })).toBe(400);
    expect((await cutter.add(job("twice"))).status).toBe(201);
    expect((await cutter.add(job("twice"))).status).toBe(200);
    expect((await cutter.add(job("twice", 4, 4))).status).toBe(409);
    for (let i = 1; i < 500; i += 1) expect((await cutter.add(job(`wait-${String(i)}`, 1, 1))).status).toBe(201);
    expect((await cutter.add(job("too-many"))).status).toBe(429);
  });

  it("is an act on an older sight of a job, one that does not follow, and a second sheet on the bed", async () => {
    const cutter = await Cutter.on(memory());
    await cutter.add(job("one-1"));
    await cutter.add(job("two-2"));
    const { rev } = now(cutter, "one-1");
    // two windows press at once: one does it, the other is told
    const both = await Promise.all([1, 2].map(() => cutter.act("one-1", { act: "start", rev })));
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await act(cutter, "two-2", "start")).status).toBe(409);
    expect((await act(cutter, "one-1", "unloaded")).status).toBe(409);
    expect((await cutter.act("gone", { act: "start", rev })).status).toBe(404);
  });
});

describe("a disk that is full", () => {
  it("changes nothing that is told, and stops what is cut where it was kept", async () => {
    const store = memory();
    const cutter = await Cutter.on(store);
    await cutter.add(job("full", 100, 5, { pace: 200 }));
    await act(cutter, "full", "start");
    store.fails = true;
    expect((await act(cutter, "full", "loaded")).status).toBe(507);
    expect(now(cutter, "full").state).toBe("wants-sheet");
    expect((await cutter.add(job("more"))).status).toBe(507);
    store.fails = false;
    await act(cutter, "full", "loaded");
    await act(cutter, "full", "tool-in");
    await until(cutter, "full", ({ done }) => done > 0);
    store.fails = true;
    const stopped = await until(cutter, "full", ({ state }) => state === "stopped");
    expect(stopped).toMatchObject({ why: "not-kept" });
    store.fails = false;
    await act(cutter, "full", "resume");
    await until(cutter, "full", ({ state, at }) => state === "wants-tool" && at === 1);
  });
});

describe("a file that cannot be read any more", () => {
  it("stops its job, and the cutter goes on", async () => {
    const store = memory();
    const cutter = await Cutter.on(store);
    await cutter.add(job("lost"));
    await act(cutter, "lost", "start");
    await act(cutter, "lost", "loaded");
    store.file = () => Promise.reject(new Error("input/output error"));
    await act(cutter, "lost", "tool-in");
    expect(await until(cutter, "lost", ({ state }) => state === "stopped")).toMatchObject({ at: 0, done: 0 });
    expect((await cutter.add(job("next"))).status).toBe(201);
  });
});

describe("the folder", () => {
  it("is had by one server at a time, and set aside where it is damaged", async () => {
    const own = folder();
    const { store } = await openStore(own);
    await (await Cutter.on(store)).add(job("kept"));
    await expect(openStore(own)).rejects.toThrow(StoreTaken);
    await store.close();
    const again = await openStore(own);
    expect(again.setAside).toBeUndefined();
    expect((await again.store.all()).map(({ id }) => id)).toEqual(["kept"]);
    await again.store.close();
    for (const file of readdirSync(own)) if (/CURRENT|MANIFEST/u.test(file)) writeFileSync(path.join(own, file), "?");
    const anew = await openStore(own);
    expect(anew.setAside).toMatch(/\.damaged-\d+$/u);
    expect(await anew.store.all()).toEqual([]);
    await anew.store.close();
    expect(readdirSync(folders)).toContain(anew.setAside);
  });
});

describe("over HTTP", () => {
  const root = path.join(folder(), "dist");
  mkdirSync(root, { recursive: true });
  writeFileSync(path.join(root, "index.html"), "<!doctype html>the page");
  const servers: Server[] = [];
  afterEach(() => {
    for (const server of servers.splice(0)) {
      server.closeAllConnections();
      server.close();
    }
  });
  async function served(cutter?: Cutter): Promise<string> {
    const app = createApp(root, cutter ? () => ({ cutter }) : undefined);
    const server = await new Promise<Server>((resolve) => {
      const listening = app.listen(0, "127.0.0.1", () => {
        resolve(listening);
      });
    });
    servers.push(server);
    return `http://127.0.0.1:${String((server.address() as AddressInfo).port)}`;
  }
  const post = (url: string, body: unknown, headers: Record<string, string> = {}): Promise<Response> =>
    fetch(url, {
      method: "POST",
      headers: { "content-type": "application/json", ...headers },
      body: JSON.stringify(body),
    });

  it("takes jobs, acts and listeners, and nothing from elsewhere", async () => {
    const cutter = await Cutter.on(memory());
    const base = await served(cutter);
    expect((await post(`${base}/api/jobs`, job("sent"))).status).toBe(201);
    expect((await post(`${base}/api/jobs`, { ...job("sent-2"), more: 1 })).status).toBe(400);
    expect((await post(`${base}/api/jobs`, job("far"), { origin: "http://elsewhere.example" })).status).toBe(403);
    const large = { ...job("large"), hpgl: "PU;".repeat(4_000_000) };
    expect((await post(`${base}/api/jobs`, large)).status).toBe(413);
    const { jobs, rev } = (await (await fetch(`${base}/api/jobs`)).json()) as { jobs: KeptJob[]; rev: number };
    expect(jobs.map(({ id }) => id)).toEqual(["sent"]);
    expect(JSON.stringify(jobs)).not.toContain("IN;PA;");
    // what changed before it listened is told first, then what changes
    const events = await fetch(`${base}/api/events`, { headers: { "last-event-id": "0" } });
    const reader = events.body?.getReader();
    let heard = "";
    const hear = async (word: string): Promise<void> => {
      while (!heard.includes(word)) heard += new TextDecoder().decode((await reader?.read())?.value as Uint8Array);
    };
    await hear('"state":"queued"');
    expect((await post(`${base}/api/jobs/sent/do`, { act: "start", rev })).status).toBe(200);
    await hear('"state":"wants-sheet"');
    await reader?.cancel();
    expect((await post(`${base}/api/jobs/sent/do`, { act: "start", rev })).status).toBe(409);
    expect((await post(`${base}/api/jobs/sent/do`, { act: "fly", rev })).status).toBe(400);
    expect(await (await fetch(`${base}/api/jobs/sent/cut`)).json()).toEqual({ paths: [] });
    expect((await fetch(`${base}/api/jobs/gone/cut`)).status).toBe(404);
  });

  it("says so where there is no cutter", async () => {
    const base = await served();
    expect((await fetch(`${base}/api/jobs`)).status).toBe(503);
    expect((await fetch(`${base}/api/health`)).status).toBe(200);
  });
});

describe("killed in mid-job", () => {
  const own = folder();
  const kills = Number(process.env["KILLS"] ?? 5);
  // beside the packages that it needs, which are found from where it lies
  const built = path.resolve(import.meta.dirname, "../../../../.cache", `killed-${String(process.pid)}`);
  beforeAll(async () => {
    await build({
      ...{ configFile: false, logLevel: "silent", root: import.meta.dirname },
      build: { ssr: path.join(import.meta.dirname, "killed.ts"), outDir: built, emptyOutDir: true, target: "node20" },
      ssr: { noExternal: ["zod", /^@cut-fold\//u] },
    });
  });
  afterAll(() => {
    rmSync(built, { recursive: true, force: true });
  });
  /** A cutter in a process of its own, which says each stroke that is kept. */
  const started = (): ChildProcess =>
    spawn(process.execPath, [path.join(built, "killed.js"), own], {
      stdio: ["ignore", "pipe", "inherit"],
    });
  it(`${String(kills)} times, no job is lost, and no stroke that was told`, async () => {
    let told_ = { at: 0, done: 0 };
    for (let i = 0; i < kills; i += 1) {
      const child = started();
      await new Promise<void>((resolve) => {
        let text = "";
        let lines = 0;
        child.stdout?.on("data", (data: Buffer) => {
          text += data.toString();
          const whole = text.split("\n");
          text = whole.pop() ?? "";
          for (const line of whole) {
            told_ = JSON.parse(line) as typeof told_;
            if ((lines += 1) === 3 + (i % 7)) child.kill("SIGKILL");
          }
        });
        child.on("exit", () => {
          resolve();
        });
      });
      const { store, setAside } = await openStore(own);
      expect(setAside).toBeUndefined();
      const all = await store.all();
      expect(all).toHaveLength(201);
      const cutting = all.find(({ id }) => id === "cutting");
      expect(cutting?.at).toBeGreaterThanOrEqual(told_.at);
      if (cutting?.at === told_.at) expect(cutting.done).toBeGreaterThanOrEqual(told_.done);
      const cutter = await Cutter.on(store);
      const after = now(cutter, "cutting");
      expect(["stopped", "wants-tool"]).toContain(after.state);
      await cutter.close();
    }
  }, 120_000);
});
