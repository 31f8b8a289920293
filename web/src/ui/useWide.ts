import { useSyncExternalStore } from "react";

/** Whether the screen is as the style sheet's breakpoint of that width asks. */
function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (listener) => {
      const media = window.matchMedia(query);
      media.addEventListener("change", listener);
      return () => media.removeEventListener("change", listener);
    },
    () => window.matchMedia(query).matches,
  );
}

/** Whether the page is wide enough for two columns: Tailwind's lg in style.css. */
export const useWide = () => useMedia("(min-width: 1280px)");

/** Whether a drawing is wider than the screen: below the breakpoint sheet in style.css. */
export const useNarrow = () => useMedia("(max-width: 799.9px)");
