import type { ReactNode } from "react";

interface FittedProps {
  /** what it shows, for those who do not see it */
  readonly label: string;
  /** left, top, width and height of what is shown, in its own mm */
  readonly box: readonly [number, number, number, number];
  readonly children: ReactNode;
}

/** A picture in mm that is as large as its window leaves room for. */
export const Fitted = ({ label, box, children }: FittedProps) => (
  <svg
    className="picture"
    role="img"
    aria-label={label}
    width="100%"
    height="100%"
    preserveAspectRatio="xMidYMid meet"
    viewBox={box.join(" ")}
  >
    {children}
  </svg>
);
