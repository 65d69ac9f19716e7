import { type RefObject, useLayoutEffect, useState } from "react";
import type { Size } from "@cut-fold/core";

/** How large an element is in pixels, whatever makes it larger or smaller; nothing before it stands. */
export function useSizeOf(box: RefObject<HTMLElement | null>): Size {
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return undefined;
    const measure = (): void => {
      setSize({ width: element.clientWidth, height: element.clientHeight });
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, [box]);
  return size;
}
