import { ensureBuild, ensureDeps } from "./lib.mjs";

ensureDeps();
ensureBuild();
