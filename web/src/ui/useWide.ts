import { useSyncExternalStore } from "react";

// As wide as Tailwind's lg in style.css: below it two columns crowd the drawings.
const WIDE = "(min-width: 1200px)";

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
