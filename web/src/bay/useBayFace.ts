import { useEffect } from "react";
import { applyTheme, storedTheme } from "../ui/theme";

/** The bay is dark whatever the desk is, and its screen stays awake. */
export function useBayFace(): void {
  useEffect(() => {
    const before = storedTheme();
    document.documentElement.dataset.theme = "bay";
    return () => applyTheme(before);
  }, []);
  useEffect(() => {
    let held: WakeLockSentinel | undefined;
    const hold = () => {
      // A device that cannot keep its screen on goes on without.
      if ("wakeLock" in navigator && document.visibilityState === "visible")
        navigator.wakeLock.request("screen").then(
          (lock) => (held = lock),
          () => undefined,
        );
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      document.removeEventListener("visibilitychange", hold);
      void held?.release();
    };
  }, []);
}
