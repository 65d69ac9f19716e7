import { expose } from "comlink";
import { pictureApi } from "./takePicture.ts";

expose(pictureApi);
