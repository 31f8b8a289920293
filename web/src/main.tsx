import "./style.css";
import { notifyManager } from "@tanstack/react-query";
import { PersistQueryClientProvider } from "@tanstack/react-query-persist-client";
import { RouterProvider } from "@tanstack/react-router";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { cache } from "./api/cache";
import { persisted } from "./api/persisted";
import { Outbox } from "./api/outbox/outbox";
import { OutboxContext } from "./api/outbox/useOutbox";
import { router } from "./app/routes";
import { applyTheme, storedTheme } from "./ui/theme";

// Dialogs add a style of their own; the page's policy lets it in by this number only.
setNonce(document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? "");
applyTheme(storedTheme());

// What is on its way is told in the moment it is typed: a turn later, "Saved" would still stand.
notifyManager.setScheduler(queueMicrotask);

const outbox = new Outbox(cache);

if ("serviceWorker" in navigator) void navigator.serviceWorker.register("/sw.js");

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <PersistQueryClientProvider client={cache} persistOptions={persisted}>
      <OutboxContext value={outbox}>
        <RouterProvider router={router} />
      </OutboxContext>
    </PersistQueryClientProvider>
  </StrictMode>,
);
