import type { QueryClient } from "@tanstack/react-query";
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

/** What every sheet of a job opens with, one question after the other. */
export function sheetsOf(cache: QueryClient, job: Job, state: LoadKey): (() => Promise<void>)[] {
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
