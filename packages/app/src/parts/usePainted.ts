import { startTransition, useEffect, useState } from "react";

/**
 * False until something has been on the screen for a frame, then true: what takes long to draw waits for it.
 * @param there whether there is anything to show yet
 */
export function usePainted(there: boolean): boolean {
  const [painted, setPainted] = useState(false);
  useEffect(() => {
    if (!there) return undefined;
    let frame = requestAnimationFrame(() => {
      // the first frame is being drawn now; the next comes when it stands
      frame = requestAnimationFrame(() => {
        startTransition(() => {
          setPainted(true);
        });
      });
    });
    return () => {
      cancelAnimationFrame(frame);
    };
  }, [there]);
  return painted;
}

/**
 * How many parts of a place are shown by now: one more with each frame that has been drawn, so that no frame waits for all.
 * @param parts how many there are
 */
export function useStaged(parts: number): number {
  const [shown, setShown] = useState(0);
  useEffect(() => {
    if (shown === parts) return undefined;
    let frame = requestAnimationFrame(() => {
      frame = requestAnimationFrame(() => {
        startTransition(() => {
          setShown(shown + 1);
        });
      });
    });
    return () => {
      cancelAnimationFrame(frame);
    };
  }, [shown, parts]);
  return shown;
}
