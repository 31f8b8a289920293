import "./style.css";
import { notifyManager, QueryClient } from "@tanstack/react-query";
import { PersistQueryClientProvider } from "@tanstack/react-query-persist-client";
import { RouterProvider } from "@tanstack/react-router";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { RefusedError } from "./api/client";
import { persisted, READABLE_FOR_MS } from "./api/persisted";
import { Outbox } from "./api/outbox/outbox";
import { OutboxContext } from "./api/outbox/useOutbox";
import { router } from "./app/routes";
import { applyTheme, storedTheme } from "./app/theme";

// Dialogs add a style of their own; the page's policy lets it in by this number only.
setNonce(document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? "");
applyTheme(storedTheme());

// What is on its way is told in the moment it is typed: a turn later, "Saved" would still stand.
notifyManager.setScheduler(queueMicrotask);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      gcTime: READABLE_FOR_MS,
      refetchOnWindowFocus: true,
      // What was refused is not asked again; a lost connection is, once.
      retry: (failures, error) =>
        failures < 1 && !(error instanceof RefusedError && error.status > 0),
    },
  },
});

const outbox = new Outbox(queries);

if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/sw.js");

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <PersistQueryClientProvider client={queries} persistOptions={persisted}>
      <OutboxContext value={outbox}>
        <RouterProvider router={router} />
      </OutboxContext>
    </PersistQueryClientProvider>
  </StrictMode>,
);
