import { createHash } from "node:crypto";
import type { Plugin } from "vite";

export const KEEPER = "keeper";

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
        const names = Object.keys(bundle)
          .filter((name) => name !== keeper.fileName && !name.endsWith(".html") && !name.endsWith(".map"))
          .map((name) => `/${name}`)
          .sort();
        const page = Object.values(bundle).find((file) => file.fileName === "index.html");
        const version = createHash("sha256")
          .update(names.join())
          .update(page?.type === "asset" ? page.source : "")
          .digest("hex")
          .slice(0, 12);
        keeper.code = keeper.code
          .replaceAll("KEPT_FILES", JSON.stringify([...names, "/icon.svg"]))
          .replaceAll("KEPT_VERSION", JSON.stringify(version));
      },
    },
  };
}
