import { type RefCallback, useCallback, useState } from "react";

/** How far below the window's foot more is fetched, so that scrolling never meets the end. */
const AHEAD_PX = "600px";

/**
 * How many of a long list are shown: some to begin with, and as many again each time its foot comes near the window.
 * @param of what the list is of: when that changes it begins anew
 * @returns how many, a ref for the foot, and the same growth for those who press it
 */
export function useGrowing(
  step: number,
  of: string,
): [count: number, foot: RefCallback<HTMLElement>, grow: () => void] {
  const [grown, setGrown] = useState({ of, count: step });
  const count = grown.of === of ? grown.count : step;
  const grow = useCallback(() => {
    setGrown((was) => ({ of, count: (was.of === of ? was.count : step) + step }));
  }, [of, step]);
  const foot = useCallback<RefCallback<HTMLElement>>(
    (element) => {
      if (!element) return undefined;
      const observer = new IntersectionObserver(
        (seen) => {
          if (seen.some((s) => s.isIntersecting)) grow();
        },
        { rootMargin: AHEAD_PX },
      );
      observer.observe(element);
      return () => {
        observer.disconnect();
      };
    },
    [grow],
  );
  return [count, foot, grow];
}
