/** The places behind one button that says where one is. */
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { ChevronDown } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";

export interface Place {
  readonly to: string;
  readonly name: string;
  /** addresses that belong to it beside its own */
  readonly also?: readonly string[];
}

interface PlacesMenuProps {
  readonly places: readonly Place[];
  readonly here: Place | undefined;
}

export default function PlacesMenu({ places, here }: PlacesMenuProps) {
  const [at, setAt] = useState<HTMLElement>();
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
        {places.map((place) => (
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
