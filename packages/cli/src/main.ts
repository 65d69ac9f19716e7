/** The command line of the contract, as a process: JSON on stdout, one line a problem on stderr. */
import { once } from "node:events";
import { readFileSync } from "node:fs";
import { answer } from "./answer.ts";

// whoever reads our answers may have enough of them
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  process.exit(error.code === "EPIPE" ? 0 : 1);
});

process.exitCode = await answer(process.argv.slice(2), {
  bytes: () => readFileSync(0),
  stream: () => process.stdin,
  say: async (text) => {
    // whoever reads slowly is waited for: nothing piles up here
    if (!process.stdout.write(text)) await once(process.stdout, "drain");
  },
  complain: (text) => {
    process.stderr.write(text);
  },
});
