import { useLocation } from "@tanstack/react-router";
import { useEffect, useRef } from "react";

/** Another page: the cursor goes to its workspace, unless something there has taken it already. */
export function useFocusFollows() {
  const { pathname } = useLocation();
  const last = useRef(pathname);
  useEffect(() => {
    if (last.current === pathname) return;
    last.current = pathname;
    const main = document.querySelector("main");
    const taken = main?.contains(document.activeElement) || document.querySelector("[role=dialog]");
    if (!main || taken) return;
    main.tabIndex = -1;
    main.focus({ preventScroll: true });
  }, [pathname]);
}
