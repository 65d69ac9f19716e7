import { expose } from "comlink";
import { drawerApi } from "./drawSmall.ts";

expose(drawerApi);
