import { useSyncExternalStore } from "react";

const WIDE = "(min-width: 1024px)";

/** Whether the page is wide enough for two columns. */
export function useWide(): boolean {
  return useSyncExternalStore(
    (listener) => {
      const media = window.matchMedia(WIDE);
      media.addEventListener("change", listener);
      return () => media.removeEventListener("change", listener);
    },
    () => window.matchMedia(WIDE).matches,
  );
}
