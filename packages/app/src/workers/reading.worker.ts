import { expose } from "comlink";
import { readingApi } from "./readDraft.ts";

expose(readingApi);
