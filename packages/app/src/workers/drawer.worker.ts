import { expose } from "comlink";
import { drawerApi } from "./drawDraft.ts";

expose(drawerApi);
