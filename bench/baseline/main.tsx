/** What the same tools cost with nothing in them: an empty MUI page with one slider. */
import CssBaseline from "@mui/material/CssBaseline";
import Slider from "@mui/material/Slider";
import { createTheme, ThemeProvider } from "@mui/material/styles";
import { StrictMode, useState } from "react";
import { createRoot } from "react-dom/client";

function Page() {
  const [value, setValue] = useState(50);
  return (
    <main style={{ padding: 100 }}>
      <Slider aria-label="Baseline" value={value} onChange={(_, next) => setValue(next)} />
      <output>{value}</output>
    </main>
  );
}

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <ThemeProvider theme={createTheme()}>
      <CssBaseline />
      <Page />
    </ThemeProvider>
  </StrictMode>,
);
