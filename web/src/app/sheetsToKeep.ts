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
import { bayQuery } from "../api/bay";
import { driveQuery } from "../api/drive";
import { fitQuery } from "../api/fit";
import { workQuery } from "../api/work";
import { benchQuery } from "../bench/asks";
import { CALCULATORS, fieldsOf } from "../bench/calculators";
import { actionFor, certaintyQuery, photosQuery, shortListQuery } from "../api/queries";
import type { Job, LoadKey } from "../api/types";

/** What every sheet of a job and every calculator opens with, one question after the other. */
export function sheetsOf(cache: QueryClient, job: Job, state: LoadKey): (() => Promise<void>)[] {
  const axles = (["rear", "front"] as const).flatMap((axle) => [
    () => cache.prefetchQuery(shortListQuery(job, axle, actionFor(job, axle), "", false)),
    () => cache.prefetchQuery(sizesQuery(job, axle, state)),
    () => cache.prefetchQuery(materialQuery(job, axle, state, OPENS_WITH.travelMm / 1e3)),
  ]);
  const calculators = CALCULATORS.flatMap((calculator) => {
    const { key } = calculator;
    if (key === "pictures" || key === "two") return [];
    return [() => cache.prefetchQuery(benchQuery(key, fieldsOf(calculator, {})))];
  });
  return [
    () => cache.prefetchQuery(fitQuery(job)),
    // Before anybody goes under the vehicle, where there is no network.
    () => cache.prefetchQuery(bayQuery(job.id)),
    () => cache.prefetchQuery(workQuery(job)),
    () => cache.prefetchQuery(driveQuery(job)),
    () => photosOf(cache, job.id),
    () => cache.prefetchQuery(certaintyQuery(job, state)),
    () => cache.prefetchQuery(leanSheetQuery(job, state)),
    () => cache.prefetchQuery(suggestionsQuery(job)),
    () => cache.prefetchQuery(rankingQuery(job, state)),
    () => cache.prefetchQuery(replayQuery(job, state, OPENS_WITH.roadKmh / 3.6)),
    () => cache.prefetchQuery(planQuery(job, state)),
    ...axles,
    ...calculators,
  ];
}

/** Pictures of a job, each asked for once: the worker keeps what it gave. */
async function photosOf(cache: QueryClient, jobId: number): Promise<void> {
  await cache.prefetchQuery(photosQuery(jobId));
  for (const { id } of cache.getQueryData(photosQuery(jobId).queryKey) ?? [])
    // One that does not come now is asked for when it is looked at.
    await fetch(`/api/photos/${id}.jpg`).catch(() => undefined);
}
