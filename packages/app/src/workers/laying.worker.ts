import { expose } from "comlink";
import { layingApi } from "./layOutDraft.ts";

expose(layingApi);
