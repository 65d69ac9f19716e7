/** The whole look in one file: paper ground, blue-black ink, rust and slate, hairlines instead of boxes. */
import { createTheme } from "@mui/material/styles";

export const colour = {
  ground: "#f4eee0",
  bed: "#eae1cd",
  /** a table in space, dark enough for pale paper */
  table: "#94836a",
  sheet: "#fbf8f1",
  ink: "#1c2b46",
  soft: "#5b5f66",
  hair: "#d8ccb2",
  /** warm accent: the figure to set, what moves now */
  rust: "#a83c18",
  rustWash: "#f6e3d6",
  /** cool accent: what may be touched, what is chosen */
  slate: "#2c5a68",
  slateWash: "#dfe9e8",
  /** what paper casts on the table */
  shade: "#5d4a26",
  /** what lies inside a holder, and a card to compare with */
  card: "#fffdf8",
  /** an envelope from elsewhere, and its inside */
  kraft: "#e9d9bb",
  kraftPale: "#f1e6d0",
  /** the edge of what is written in, and of a guide line: both stand off the ground by 3 to 1 */
  edge: "#8f8467",
  guide: "#a2967a",
  /** foil, and paper that is in the way of other paper */
  foil: "#b8892f",
  met: "#efc1a6",
  /** sweets, jars and sticks as they stand in space */
  pale: "#fbf6ea",
  honey: "#d9a441",
  stick: "#c9a577",
  /** lamps over the table: the near one, the far one, and what comes back from the table */
  lamp: "#fffaf0",
  farLamp: "#f4f3ee",
  glow: "#e6dcc4",
} as const;

export const SERIF = '"Bitter Variable", Georgia, serif';
const SANS = '"Source Sans 3 Variable", "Segoe UI", sans-serif';

/** Seven sizes of type, px: notes, text, what leads, heads, then figures to read from an arm's length. */
export const TEXT_PX = { small: 14, body: 15.5, lead: 17, title: 20, figure: 30, cut: 42, measure: 76 } as const;

/** The same size in the letters the maker has chosen in the browser: 16 px where nothing was. */
const rem = (px: number): string => `${String(px / 16)}rem`;

const dashed = (name: string): string => name.replace(/[A-Z]/gu, (letter) => `-${letter.toLowerCase()}`);

/** The same colours and sizes as variables, for the modules beside each place: one source. */
const TOKENS = {
  ...Object.fromEntries(Object.entries(colour).map(([name, value]) => [`--${dashed(name)}`, value])),
  ...Object.fromEntries(Object.entries(TEXT_PX).map(([name, px]) => [`--text-${name}`, rem(px)])),
  "--serif": SERIF,
};

export const theme = createTheme({
  palette: {
    mode: "light",
    primary: { main: colour.slate, contrastText: "#ffffff" },
    secondary: { main: colour.rust, contrastText: "#ffffff" },
    error: { main: "#9b2417" },
    warning: { main: colour.rust },
    text: { primary: colour.ink, secondary: colour.soft },
    background: { default: colour.ground, paper: colour.sheet },
    divider: colour.hair,
  },
  shape: { borderRadius: 6 },
  typography: {
    fontFamily: SANS,
    fontSize: 15,
    h1: { fontFamily: SERIF, fontSize: "1.7rem", fontWeight: 600, letterSpacing: "-0.01em" },
    h2: { fontFamily: SERIF, fontSize: "1.15rem", fontWeight: 600 },
    h3: { fontSize: "0.95rem", fontWeight: 600, color: colour.soft },
    button: { textTransform: "none", fontWeight: 600 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        ":root": TOKENS,
        body: { fontVariantNumeric: "tabular-nums lining-nums", overflowX: "hidden" },
        // buttons, tabs and fields of the library bring an outline of none, later and of equal weight
        "*:focus-visible, .Mui-focusVisible": {
          outline: `3px solid ${colour.slate} !important`,
          outlineOffset: "2px !important",
        },
        // a field's name stands right above it: the frame stays clear of it
        "input:focus-visible, textarea:focus-visible": { outlineOffset: "-2px !important" },
        "@media (prefers-reduced-motion: reduce)": {
          "*": { animation: "none !important", transition: "none !important" },
        },
        "@media print": { "header, .no-print": { display: "none !important" }, body: { background: "#fff" } },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, color: "primary" },
      styleOverrides: {
        root: { minHeight: 44, borderRadius: 6, paddingInline: 16 },
        outlined: {
          borderColor: colour.hair,
          color: colour.ink,
          background: colour.sheet,
          "&:hover": { borderColor: colour.slate, background: colour.slateWash },
        },
        text: { color: colour.slate, "&:hover": { background: colour.slateWash } },
      },
    },
    MuiIconButton: {
      styleOverrides: {
        root: {
          width: 44,
          height: 44,
          borderRadius: 6,
          color: colour.ink,
          "&:hover": { background: colour.slateWash },
        },
      },
    },
    MuiInputBase: {
      styleOverrides: {
        root: { fontWeight: 600, fontSize: "1.05rem" },
        input: { paddingBlock: 6, minHeight: 30 },
      },
    },
    MuiInput: {
      styleOverrides: {
        // the text stays in line with its name, and the focus frame clear of the text
        input: { paddingLeft: 6, marginLeft: -6 },
        root: {
          "&::before": { borderBottomColor: "#8f8467" },
          "&:hover:not(.Mui-disabled, .Mui-error)::before": { borderBottom: `2px solid ${colour.slate}` },
          "&::after": { borderBottomColor: colour.slate },
        },
      },
    },
    MuiInputLabel: { styleOverrides: { root: { color: colour.soft, fontSize: "1.15rem" } } },
    MuiTabs: { styleOverrides: { root: { minHeight: 48 }, indicator: { height: 3, background: colour.rust } } },
    MuiTab: {
      styleOverrides: {
        root: {
          minHeight: 48,
          minWidth: 72,
          paddingInline: 14,
          textTransform: "none",
          fontSize: rem(TEXT_PX.lead),
          fontWeight: 600,
          "&.Mui-selected": { color: colour.ink },
        },
      },
    },
    MuiMenuItem: { styleOverrides: { root: { minHeight: 44 } } },
    MuiTooltip: { styleOverrides: { tooltip: { background: colour.ink, fontSize: "0.85rem" } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          textTransform: "none",
          minHeight: 44,
          paddingInline: 14,
          borderColor: colour.hair,
          color: colour.soft,
          fontWeight: 600,
          "&.Mui-selected": { background: colour.ink, color: "#fff", "&:hover": { background: colour.ink } },
        },
      },
    },
    MuiSlider: {
      styleOverrides: {
        root: { color: colour.slate, height: 4 },
        thumb: { width: 22, height: 22, borderRadius: 4, background: colour.sheet, border: `2px solid ${colour.ink}` },
        rail: { color: colour.hair, opacity: 1 },
      },
    },
    MuiTableCell: {
      styleOverrides: {
        root: { borderColor: colour.hair, fontSize: "0.98rem", paddingBlock: 7 },
        head: { color: colour.soft, fontWeight: 600 },
      },
    },
    MuiDialog: { styleOverrides: { paper: { background: colour.sheet } } },
  },
});
