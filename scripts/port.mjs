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
