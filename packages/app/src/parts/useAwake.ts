import { useEffect } from "react";

/** Keeps the screen from sleeping while this is on it, where the browser can: hands that fold cannot wake it. */
export function useAwake(): void {
  useEffect(() => {
    const { wakeLock } = navigator as Partial<Pick<Navigator, "wakeLock">>;
    let lock: WakeLockSentinel | undefined;
    let isOver = false;
    const hold = (): void => {
      if (document.visibilityState !== "visible") return;
      wakeLock?.request("screen").then(
        (held) => {
          lock = held;
          if (isOver) void held.release();
        },
        // a battery saver may say no
        () => undefined,
      );
    };
    hold();
    // a lock is let go of when the page is hidden
    document.addEventListener("visibilitychange", hold);
    return () => {
      isOver = true;
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, []);
}
