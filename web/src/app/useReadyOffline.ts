import { useQueryClient } from "@tanstack/react-query";
import type { QueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import {
  leanSheetQuery,
  materialQuery,
  OPENS_WITH,
  planQuery,
  rankingQuery,
  replayQuery,
  sizesQuery,
  suggestionsQuery,
} from "../api/choose";
import { fitQuery } from "../api/fit";
import { actionFor, certaintyQuery, shortListQuery } from "../api/queries";
import type { Job, LoadKey } from "../api/types";

/** Nobody writes or looks elsewhere for so long before sheets are fetched that nobody opened. */
const QUIET_MS = 4000;

/** What every sheet of a job opens with, one question after the other. */
function sheetsOf(cache: QueryClient, job: Job, state: LoadKey): (() => Promise<void>)[] {
  const axles = (["rear", "front"] as const).flatMap((axle) => [
    () => cache.prefetchQuery(shortListQuery(job, axle, actionFor(job, axle), "", false)),
    () => cache.prefetchQuery(sizesQuery(job, axle, state)),
    () => cache.prefetchQuery(materialQuery(job, axle, state, OPENS_WITH.travelMm / 1e3)),
  ]);
  return [
    () => cache.prefetchQuery(fitQuery(job)),
    () => cache.prefetchQuery(certaintyQuery(job, state)),
    () => cache.prefetchQuery(leanSheetQuery(job, state)),
    () => cache.prefetchQuery(suggestionsQuery(job)),
    () => cache.prefetchQuery(rankingQuery(job, state)),
    () => cache.prefetchQuery(replayQuery(job, state, OPENS_WITH.roadKmh / 3.6)),
    () => cache.prefetchQuery(planQuery(job, state)),
    ...axles,
  ];
}

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
