import { expose } from "comlink";
import { planApi } from "./planJob.ts";

expose(planApi);
