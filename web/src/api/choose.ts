import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { actionFor } from "./queries";
import { whenDone } from "./tasks";
import type { AxleName, ComparedSet, Job, LoadKey, Pick } from "./types";

/** Everything here is asked again only when the papers behind it have a new version. */
const LASTING = { staleTime: Infinity, placeholderData: keepPreviousData, retry: false } as const;

/** What sheets open with; these are kept for a time without the server too. */
export const OPENS_WITH = { roadKmh: 90, travelMm: 40 } as const;

const figuresKey = (job: Job) =>
  [
    job.id,
    job.sheet_version,
    job.set_up_version,
    job.fitting_version,
    // A broken bar or a missing link does no work.
    job.look_over_version,
  ] as const;

/** By what a ranking is waited for. */
export const rankingAsked = (job: Job, state: LoadKey) => `ranking ${job.id} ${state}`;

export const rankingQuery = (job: Job, state: LoadKey) =>
  queryOptions({
    queryKey: [
      "ranking",
      job.id,
      job.sheet_version,
      job.look_over_version,
      job.target_version,
      job.complaint_version,
      job.due_on,
      state,
    ],
    queryFn: () =>
      whenDone(rankingAsked(job, state), () =>
        answered(
          client.GET("/api/jobs/{job_id}/ranking", {
            params: { path: { job_id: job.id }, query: { state } },
          }),
        ),
      ),
    ...LASTING,
  });

/** Every feasible set for one load state, best first. */
export const useRanking = (job: Job, state: LoadKey) => useQuery(rankingQuery(job, state));

export function sizesQuery(job: Job, axle: AxleName, state: LoadKey) {
  const action = actionFor(job, axle);
  return queryOptions({
    queryKey: ["sizes", ...figuresKey(job), job.target_version, axle, action, state],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/sizes", {
          params: { path: { job_id: job.id }, query: { axle, action, state } },
        }),
      ),
    ...LASTING,
  });
}

/** Lean over diameter at one axle, and the size that meets the target. */
export const useSizes = (job: Job, axle: AxleName, state: LoadKey) =>
  useQuery(sizesQuery(job, axle, state));

export const suggestionsQuery = (job: Job) =>
  queryOptions({
    queryKey: ["suggestions", job.id, job.sheet_version, job.look_over_version],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/suggestions", { params: { path: { job_id: job.id } } }),
      ),
    ...LASTING,
  });

/** Starting targets with their reasons. */
export const useSuggestions = (job: Job) => useQuery(suggestionsQuery(job));

export const leanSheetQuery = (job: Job, state: LoadKey) =>
  queryOptions({
    queryKey: ["lean-sheet", ...figuresKey(job), state],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/lean-sheet", {
          params: { path: { job_id: job.id }, query: { state } },
        }),
      ),
    ...LASTING,
  });

/** Wind from any side, a twisting frame, rough ground and the map, for one load state. */
export const useLeanSheet = (job: Job, state: LoadKey) => useQuery(leanSheetQuery(job, state));

export const replayQuery = (job: Job, state: LoadKey, road_m_s: number) =>
  queryOptions({
    queryKey: ["replay", ...figuresKey(job), state, road_m_s],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/replay", {
          params: { path: { job_id: job.id }, query: { state, road_m_s } },
        }),
      ),
    ...LASTING,
  });

/** Every manoeuvre over time, before and after. */
export const useReplay = (job: Job, state: LoadKey, road_m_s: number) =>
  useQuery(replayQuery(job, state, road_m_s));

export const materialQuery = (job: Job, axle: AxleName, state: LoadKey, travel_m: number) =>
  queryOptions({
    queryKey: ["material", ...figuresKey(job), axle, state, travel_m],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/material", {
          params: { path: { job_id: job.id }, query: { axle, state, travel_m } },
        }),
      ),
    ...LASTING,
  });

/** Stress along the bar of an axle, and the same bar in every steel. */
export const useMaterial = (job: Job, axle: AxleName, state: LoadKey, travel_m: number) =>
  useQuery(materialQuery(job, axle, state, travel_m));

/** What a claim of so many per cent stiffer is worth; nothing is asked until one is typed. */
export function useClaim(job: Job, axle: AxleName, perCent: number | null) {
  return useQuery({
    queryKey: ["claim", ...figuresKey(job), axle, perCent],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/claim", {
          params: { path: { job_id: job.id }, query: { axle, per_cent: perCent ?? 0 } },
        }),
      ),
    enabled: perCent !== null,
    staleTime: Infinity,
    retry: false,
  });
}

export const planQuery = (job: Job, state: LoadKey) =>
  queryOptions({
    queryKey: [
      "plan",
      job.id,
      job.sheet_version,
      job.look_over_version,
      job.target_version,
      job.complaint_version,
      // Ways of the job and of the shop order it.
      job.fitting_version,
      job.schools_version,
      state,
    ],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/plan", {
          params: { path: { job_id: job.id }, query: { state } },
        }),
      ),
    ...LASTING,
  });

/** Steps in the order of what they give for the money. */
export const usePlan = (job: Job, state: LoadKey) => useQuery(planQuery(job, state));

export type Picks = Partial<Record<AxleName, Pick>>;

/** Up to three sets side by side, with their bands. */
export function useCompared(job: Job, state: LoadKey, sets: Picks[]) {
  return useQuery({
    queryKey: ["compare", job.id, job.sheet_version, job.look_over_version, state, sets],
    queryFn: (): Promise<ComparedSet[]> =>
      answered(
        client.POST("/api/jobs/{job_id}/compare", {
          params: { path: { job_id: job.id } },
          body: { state, sets },
        }),
      ),
    enabled: sets.length > 0,
    ...LASTING,
  });
}
