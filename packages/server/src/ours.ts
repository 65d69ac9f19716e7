import type { Request, RequestHandler } from "express";

const HERE = /^(?:127\.0\.0\.1|localhost|\[::1\])(?::\d+)?$/u;
const PAGE = /^http:\/\/(?:127\.0\.0\.1|localhost|\[::1\])(?::\d+)?$/u;

/** A page from elsewhere must not run a device: the host is this machine, and where a page asks it is one of ours. */
function isOurs(request: Request): boolean {
  const origin = request.get("origin");
  return HERE.test(request.get("host") ?? "") && (origin === undefined || PAGE.test(origin));
}

/** Refuses what does not come from our own pages. @param device as a sentence names it */
export const oursAlone =
  (device: string): RequestHandler =>
  (request, response, next) => {
    if (isOurs(request)) next();
    else response.status(403).json({ error: `this ${device} takes work from its own pages alone` });
  };
