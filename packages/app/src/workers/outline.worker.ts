/** The reader of outlines, away from the screen: whatever is in a file, the page goes on. */
import { expose } from "comlink";
import { outlineApi } from "./readOutline.ts";

expose(outlineApi);
