import { expose } from "comlink";
import { photoApi } from "./readPhoto.ts";

expose(photoApi);
