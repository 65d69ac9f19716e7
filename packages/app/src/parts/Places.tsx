/** The places of the app: side by side where there is room, else behind one button that says where one is. */
import useMediaQuery from "@mui/material/useMediaQuery";
import { lazy, Suspense } from "react";
import { NavLink, useLocation } from "react-router";
import type { Place } from "./PlacesMenu.tsx";

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

/** Narrow screens alone want it. */
const PlacesMenu = lazy(() => import("./PlacesMenu.tsx"));

/** Seven names beside undo and the units. */
const ROOM = "(min-width: 76em)";

export function Places() {
  const { pathname } = useLocation();
  const here = PLACES.find((place) => isAt(place, pathname));
  // until it is known there is room, as on most screens
  const hasRoom = useMediaQuery(ROOM, { defaultMatches: true, noSsr: true });
  return (
    <nav aria-label="Places">
      {hasRoom ? (
        PLACES.map((place) => (
          <NavLink key={place.to} to={place.to} className={place === here ? "active" : ""}>
            {place.name}
          </NavLink>
        ))
      ) : (
        <Suspense fallback={here?.name}>
          <PlacesMenu places={PLACES} here={here} />
        </Suspense>
      )}
    </nav>
  );
}
