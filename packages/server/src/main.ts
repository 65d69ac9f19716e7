import { homedir } from "node:os";
import path from "node:path";
import { z } from "zod";
import { createApp } from "./app.ts";
import { Cutter } from "./cutter/cutter.ts";
import type { CutterIs } from "./cutter/http.ts";
import { openStore, StoreTaken } from "./cutter/store.ts";

const environment = z.object({
  PORT: z.string().trim().regex(/^\d+$/u).transform(Number).pipe(z.number().max(65535)).default(4173),
  // another built app than our own: the empty page that measurements are compared with
  // where the simulated cutter keeps its jobs
  CUTTER_FOLDER: z.string().default(path.join(homedir(), ".local/share/cut-fold/cutter")),
  APP_FOLDER: z.string().default(path.resolve(import.meta.dirname, "../../app/dist")),
});
const read = environment.safeParse(process.env);
if (!read.success) {
  console.error("PORT must be a whole number from 0 to 65535.");
  process.exit(2);
}

/** The cutter with what it had kept; where it cannot be had the app does without, and says so where one is asked for. */
async function cutterIn(folder: string): Promise<CutterIs> {
  try {
    const { store, setAside } = await openStore(folder);
    if (setAside !== undefined)
      console.error(`The cutter's jobs were damaged. They are set aside as ${setAside}; it begins without any.`);
    return { cutter: await Cutter.on(store), setAside };
  } catch (error) {
    if (error instanceof StoreTaken) return { cutter: undefined, why: "another Cut Fold has it" };
    console.error(error);
    return { cutter: undefined, why: "what it had kept cannot be read" };
  }
}
const cutter = await cutterIn(read.data.CUTTER_FOLDER);

const server = createApp(read.data.APP_FOLDER, () => cutter).listen(read.data.PORT, "127.0.0.1", (error?: Error) => {
  if (error) {
    const taken = (error as NodeJS.ErrnoException).code === "EADDRINUSE";
    console.error(
      taken ? `Port ${String(read.data.PORT)} is in use. Start with another: PORT=4180 npm start` : error.message,
    );
    process.exit(1);
  }
  const address = server.address();
  const port = typeof address === "object" && address ? address.port : read.data.PORT;
  console.log(`Cut Fold is ready: http://127.0.0.1:${String(port)}`);
});
for (const signal of ["SIGINT", "SIGTERM"] as const) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
