import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { Action, Assessment, AxleName, Job } from "./types";

export const jobKey = (id: number) => ["job", id] as const;

/** Who is signed in; null when nobody is. */
export function useSession() {
  return useQuery({
    queryKey: ["session"],
    queryFn: () => answered(client.GET("/api/session")),
    staleTime: Infinity,
  });
}

/** One page of the yard's jobs, last changed first. */
export function useYard(find: string, page: number) {
  return useQuery({
    queryKey: ["yard", find, page],
    queryFn: () => answered(client.GET("/api/jobs", { params: { query: { find, page } } })),
    placeholderData: keepPreviousData,
  });
}

/** One job with its sheet and what is chosen. */
export function useJob(id: number) {
  return useQuery({
    queryKey: jobKey(id),
    queryFn: () => answered(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } } })),
    // No job is open at the yard.
    enabled: id > 0,
  });
}

/** What a job's numbers say; asked again only when sheet or set-up has a new version. */
export function useAssessment(job: Job | undefined) {
  return useQuery({
    queryKey: ["assessment", job?.id, job?.sheet_version, job?.set_up_version],
    queryFn: async (): Promise<Assessment> =>
      answered(
        client.GET("/api/jobs/{job_id}/assessment", {
          params: { path: { job_id: job?.id ?? 0 } },
        }),
      ),
    enabled: job !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
}

/** What is done with a bar on an axle: as chosen, else the usual for what is there now. */
export function actionFor(job: Job, axle: AxleName): Action {
  return job.set_up[axle]?.action ?? (job.sheet[axle].standard_bar ? "supplement" : "new");
}

/** Bars of the rack for one axle of a job, with what each would do. */
export function useShortList(job: Job | undefined, axle: AxleName) {
  const action = job && actionFor(job, axle);
  return useQuery({
    queryKey: ["short-list", job?.id, job?.sheet_version, job?.set_up_version, axle, action],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/short-list", {
          params: { path: { job_id: job?.id ?? 0 }, query: { axle, action: action ?? "new" } },
        }),
      ),
    enabled: job !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** A function that puts a newer job into the cache, so that every view shows it. */
export function useKeepJob() {
  const cache = useQueryClient();
  return (job: Job) => {
    cache.setQueryData(jobKey(job.id), job);
    void cache.invalidateQueries({ queryKey: ["yard"] });
  };
}
