/** Serves the built app on this machine and nothing else: no file outside its folder, no script but its own. */
import { existsSync } from "node:fs";
import { type CutterIs, cutterRoutes } from "./cutter/http.ts";
import { printerRoutes } from "./printer/http.ts";
import express, { type ErrorRequestHandler, type Express } from "express";

/** Scripts, styles and fonts from here only. Emotion writes style elements, so styles may be inline; nothing may be framed or sent away. */
const CSP = [
  "default-src 'none'",
  "script-src 'self'",
  "style-src 'self' 'unsafe-inline'",
  "font-src 'self' data:",
  "img-src 'self' data: blob:",
  "connect-src 'self'",
  "worker-src 'self'",
  "manifest-src 'self'",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
  "frame-src 'self' blob:",
].join("; ");

const BODY_LIMIT = "1mb";
const NO_CUTTER: CutterIs = { cutter: undefined, why: "no cutter is set up here" };

/** @param root folder of the built app, absolute @param cutter what the simulated cutter is at the moment */
export function createApp(root: string, cutter: () => CutterIs = () => NO_CUTTER): Express {
  if (!existsSync(root)) throw new Error(`the app has not been built: there is no ${root}`);
  const app = express();
  app.disable("x-powered-by");
  app.use((_request, response, next) => {
    response.set({
      "Content-Security-Policy": CSP,
      "X-Content-Type-Options": "nosniff",
      "Referrer-Policy": "no-referrer",
      "Cross-Origin-Opener-Policy": "same-origin",
    });
    next();
  });
  app.use("/api", cutterRoutes(cutter));
  app.use("/api", printerRoutes());
  app.use(express.json({ limit: BODY_LIMIT }));
  app.get("/api/health", (_request, response) => {
    response.json({ ok: true });
  });
  app.use("/api", (_request, response) => {
    response.status(404).json({ error: "there is nothing at this address" });
  });
  // a missing chunk must be a 404 and never the page
  app.use(
    "/assets",
    express.static(`${root}/assets`, { fallthrough: false, immutable: true, maxAge: "1y", dotfiles: "deny" }),
  );
  app.use(express.static(root, { index: false, dotfiles: "deny" }));
  app.get("/{*splat}", (_request, response) => {
    response.set("Cache-Control", "no-cache");
    response.sendFile("index.html", { root });
  });
  const onError: ErrorRequestHandler = (error: { status?: number }, _request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const status = error.status ?? 500;
    if (status >= 500) console.error(error);
    response
      .status(status)
      .json({ error: status >= 500 ? "a fault of ours; the log says more" : "this request cannot be answered" });
  };
  app.use(onError);
  return app;
}
