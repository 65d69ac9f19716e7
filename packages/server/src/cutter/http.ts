/** The cutter over HTTP, for pages of this very server alone: jobs in, acts, what was cut, and every change as it comes. */
import express, { type Request, type Response, Router } from "express";
import { type Answer, Cutter } from "./cutter.ts";
import { oursAlone } from "../ours.ts";
import { doSchema, jobInSchema } from "./job.ts";

const BEAT_MS = 15_000;
const RETRY_MS = 1000;
/** A job's file and what is said of it. */
const JOB_LIMIT = "11mb";

/** What the cutter is: there, or why it is not. */
export type CutterIs =
  | { readonly cutter: Cutter; readonly setAside?: string | undefined }
  | { readonly cutter: undefined; readonly why: string };

const answered = (response: Response, answer: Answer): void => {
  const { status, ...body } = answer;
  response.status(status).json("error" in body ? body : body.job);
};

/** @param is asked each time: the store may open later than the server */
export function cutterRoutes(is: () => CutterIs): Router {
  const router = Router();
  router.use(["/jobs", "/events"], oursAlone("cutter"));
  const withCutter =
    (work: (cutter: Cutter, request: Request, response: Response) => Promise<void> | void) =>
    async (request: Request, response: Response): Promise<void> => {
      const now = is();
      if (now.cutter) await work(now.cutter, request, response);
      else response.status(503).json({ error: now.why });
    };
  router.get(
    "/jobs",
    withCutter((cutter, _request, response) => {
      const now = is();
      response.json({ rev: cutter.rev, jobs: cutter.all(), ...("setAside" in now && { setAside: now.setAside }) });
    }),
  );
  router.post(
    "/jobs",
    express.json({ limit: JOB_LIMIT }),
    withCutter(async (cutter, request, response) => {
      const read = jobInSchema.safeParse(request.body);
      if (read.success) answered(response, await cutter.add(read.data));
      else {
        const [first] = read.error.issues;
        response.status(400).json({ error: `${first?.path.join(".") ?? "job"}: ${first?.message ?? "is not one"}` });
      }
    }),
  );
  router.post(
    "/jobs/:id/do",
    express.json({ limit: "10kb" }),
    withCutter(async (cutter, request, response) => {
      const read = doSchema.safeParse(request.body);
      if (read.success) answered(response, await cutter.act(String(request.params["id"]), read.data));
      else response.status(400).json({ error: "act: is none that a job knows" });
    }),
  );
  router.get(
    "/jobs/:id/cut",
    withCutter(async (cutter, request, response) => {
      const cut = await cutter.cutSoFar(String(request.params["id"]));
      if (cut) response.json(cut);
      else response.status(404).json({ error: "there is no such job" });
    }),
  );
  router.get(
    "/events",
    withCutter((cutter, request, response) => {
      response.set({ "Content-Type": "text/event-stream", "Cache-Control": "no-store" });
      response.flushHeaders();
      const tell = (job: { readonly rev: number }): void => {
        response.write(`id: ${String(job.rev)}\nevent: job\ndata: ${JSON.stringify(job)}\n\n`);
      };
      response.write(`retry: ${String(RETRY_MS)}\n\n`);
      // what changed while nobody listened comes first
      const since = Number(request.get("last-event-id") ?? 0);
      for (const job of cutter.all().filter(({ rev }) => rev > since)) tell(job);
      const silence = cutter.listen(tell);
      const beat = setInterval(() => response.write(":\n\n"), BEAT_MS);
      request.on("close", () => {
        clearInterval(beat);
        silence();
      });
    }),
  );
  return router;
}
