import { createServer } from "node:net";

/** A port that nothing on this machine listens on: the system gives one, and it is let go again. */
export const freePort = () =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.once("error", reject);
    server.listen(0, "127.0.0.1", () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

/**
 * Debian's Chromium without its windows: what is drawn and run is the same, with no desktop kept up behind it, which takes a
 * quarter less time.
 */
export const BROWSER = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium-headless-shell";
