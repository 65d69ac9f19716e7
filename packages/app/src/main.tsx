import "@fontsource-variable/bitter";
import "@fontsource-variable/source-sans-3";
import "./theme/base.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./App.tsx";
import { useDrafts } from "./store/drafts.ts";
import { keepApp } from "./store/keeper.ts";
import { useSettings } from "./store/settings.ts";

void useSettings.getState().load();
void useDrafts.getState().load();

const place = document.getElementById("root");
if (!place) throw new Error("the page lacks its root");
createRoot(place).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
keepApp();
