import { begun, readOn } from "./store/begin.ts";
import "@fontsource-variable/bitter";
import "@fontsource-variable/source-sans-3";
import "./theme/base.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./App.tsx";
import { keepApp } from "./store/keeper.ts";

const place = document.getElementById("root");
if (!place) throw new Error("the page lacks its root");
// drawn once, with what is in the drawer, instead of empty first
void begun.then(() => {
  createRoot(place).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
  void readOn();
  keepApp();
});
