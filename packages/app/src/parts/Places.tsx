/** The places of the app: side by side where there is room, else behind one button that says where one is. */
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import useMediaQuery from "@mui/material/useMediaQuery";
import { ChevronDown } from "lucide-react";
import { useState } from "react";
import { Link, NavLink, useLocation } from "react-router";

interface Place {
  readonly to: string;
  readonly name: string;
  /** addresses that belong to it beside its own */
  readonly also?: readonly string[];
}

const PLACES: readonly Place[] = [
  { to: "/drafts", name: "Drafts", also: ["/draft/", "/compare/", "/take", "/net", "/from-envelope"] },
  { to: "/runs", name: "Runs", also: ["/run/"] },
  { to: "/machine", name: "Machine" },
  { to: "/shelf", name: "Shelf" },
  { to: "/outlines", name: "Outlines" },
  { to: "/size-chart", name: "Size chart" },
  { to: "/settings", name: "Settings" },
];

const isAt = ({ to, also = [] }: Place, pathname: string): boolean =>
  pathname === to || also.some((start) => pathname.startsWith(start));

/** Seven names beside undo and the units. */
const ROOM = "(min-width: 76em)";

export function Places() {
  const { pathname } = useLocation();
  // until it is known there is room, as on most screens
  const hasRoom = useMediaQuery(ROOM, { defaultMatches: true, noSsr: true });
  return (
    <nav aria-label="Places">
      {hasRoom ? (
        PLACES.map((place) => (
          <NavLink key={place.to} to={place.to} className={isAt(place, pathname) ? "active" : ""}>
            {place.name}
          </NavLink>
        ))
      ) : (
        <PlacesMenu pathname={pathname} />
      )}
    </nav>
  );
}

function PlacesMenu({ pathname }: { readonly pathname: string }) {
  const [at, setAt] = useState<HTMLElement>();
  const here = PLACES.find((place) => isAt(place, pathname));
  return (
    <>
      <Button
        aria-haspopup="menu"
        aria-expanded={at !== undefined}
        aria-label={`Places: ${here?.name ?? "elsewhere"}`}
        endIcon={<ChevronDown size={18} />}
        onClick={(event) => setAt(event.currentTarget)}
      >
        {here?.name ?? "Places"}
      </Button>
      <Menu anchorEl={at ?? null} open={at !== undefined} onClose={() => setAt(undefined)}>
        {PLACES.map((place) => (
          <MenuItem
            key={place.to}
            component={Link}
            to={place.to}
            selected={place === here}
            onClick={() => setAt(undefined)}
          >
            {place.name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
