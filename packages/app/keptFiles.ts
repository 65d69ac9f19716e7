import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import type { Plugin } from "vite";

export const KEEPER = "keeper";
const NOTICES = path.join(import.meta.dirname, "../../NOTICES.txt");

/** The licences of what ships, beside the app: Settings leads there. */
export function notices(): Plugin {
  return {
    name: "notices",
    generateBundle() {
      this.emitFile({ type: "asset", fileName: "notices.txt", source: readFileSync(NOTICES, "utf8") });
    },
  };
}

const PUBLIC = path.join(import.meta.dirname, "public");

/** Writes the names of all files of a build into its keeper, with a version that changes with any of them. */
export function keptFiles(): Plugin {
  return {
    name: "kept-files",
    // after every other has made its files
    generateBundle: {
      order: "post",
      handler(_options, bundle) {
        const keeper = Object.values(bundle).find((file) => file.type === "chunk" && file.name === KEEPER);
        if (keeper?.type !== "chunk") this.error("the build has no keeper");
        const made = Object.keys(bundle).filter(
          (name) => name !== keeper.fileName && !name.endsWith(".html") && !name.endsWith(".map"),
        );
        // files that are only copied are no part of the bundle, and carry no hash in their names
        const copied = readdirSync(PUBLIC);
        const names = [...made, ...copied].map((name) => `/${name}`).sort();
        const page = Object.values(bundle).find((file) => file.fileName === "index.html");
        const sum = createHash("sha256")
          .update(names.join())
          .update(page?.type === "asset" ? page.source : "");
        for (const name of copied) sum.update(readFileSync(path.join(PUBLIC, name)));
        keeper.code = keeper.code
          .replaceAll("KEPT_FILES", JSON.stringify(names))
          .replaceAll("KEPT_VERSION", JSON.stringify(sum.digest("hex").slice(0, 12)));
      },
    },
  };
}
