import { expose } from "comlink";
import { chanceApi } from "./tellChance.ts";

expose(chanceApi);
