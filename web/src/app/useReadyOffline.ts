import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { Job, LoadKey } from "../api/types";

/** Nobody writes or looks elsewhere for so long before sheets are fetched that nobody opened. */
const QUIET_MS = 4000;

/**
 * Keep every sheet of an opened job on this device, so that each opens without the server too. Only
 * where a worker can give the page itself then.
 */
export function useReadyOffline(job: Job | undefined, state: LoadKey) {
  const cache = useQueryClient();
  useEffect(() => {
    // Where there is no safe connection there is no worker either.
    const worked = "serviceWorker" in navigator && navigator.serviceWorker.controller !== null;
    if (job === undefined || !worked) return;
    let stopped = false;
    async function fetchAll(of: Job) {
      const { sheetsOf } = await import("./sheetsToKeep");
      for (const fetchOne of sheetsOf(cache, of, state)) {
        if (stopped || !navigator.onLine) return;
        await fetchOne();
      }
    }
    const timer = window.setTimeout(() => void fetchAll(job), QUIET_MS);
    return () => {
      stopped = true;
      window.clearTimeout(timer);
    };
  }, [cache, job, state]);
}
