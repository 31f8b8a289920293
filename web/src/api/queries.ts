import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import type { QueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import type {
  Action,
  Assessment,
  Attachment,
  AxleName,
  Certainty,
  Job,
  JobChange,
  LoadKey,
  Photo,
  Practice,
  Shelf,
  Station,
  YardSort,
} from "./types";

export const jobKey = (id: number) => ["job", id] as const;
export const newsKey = (id: number) => ["news", id] as const;

/** Who is signed in; null when nobody is. */
export function useSession() {
  return useQuery({
    queryKey: ["session"],
    queryFn: () => answered(client.GET("/api/session")),
    // What this device remembers of a sign-in is shown at once, and asked about each time.
    refetchOnMount: "always",
    staleTime: Infinity,
  });
}

/** What of the yard is looked at. */
export type YardAsked = { page?: number; shelf?: Shelf; station?: Station; sort?: YardSort };

/** One page of the yard's jobs; none is asked for where nothing is looked for. */
export function useYard(find: string | null, asked: YardAsked = {}) {
  return useQuery({
    queryKey: ["yard", find, asked],
    queryFn: () =>
      answered(client.GET("/api/jobs", { params: { query: { ...asked, find: find ?? "" } } })),
    enabled: find !== null,
    placeholderData: keepPreviousData,
  });
}

/** How a job with its sheet and what is chosen is read. */
export const jobQuery = (id: number) =>
  queryOptions({
    queryKey: jobKey(id),
    queryFn: async ({ client: cache }): Promise<Job> => {
      const stood = cache.getQueryData<Job>(jobKey(id));
      const read = await answered(
        client.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } } }),
      );
      // What a write answered while this was on its way is newer.
      const stands = cache.getQueryData<Job>(jobKey(id));
      return stands === undefined || stands === stood ? read : stands;
    },
  });

/** One job; none is open at the yard. */
export function useJob(id: number) {
  return useQuery({ ...jobQuery(id), enabled: id > 0 });
}

/** What a job's numbers say; asked again only when sheet or set-up has a new version. */
export function useAssessment(job: Job | undefined) {
  return useQuery({
    queryKey: followsKey("assessment", job),
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

/** What is worked out from a job's papers, and comes with the answer to a write on them. */
type Follows = "assessment" | "practice" | "fit" | "work";

/** Key of what follows from a job's papers; changes with each of them. */
export function followsKey(what: Follows, job: Job | undefined) {
  return [
    what,
    job?.id,
    job?.kind,
    job?.sheet_version,
    job?.set_up_version,
    job?.complaint_version,
    job?.look_over_version,
    job?.target_version,
    job?.fitting_version,
    job?.arrival_version,
    job?.plan_version,
    // Where it stands says which gates hold it; what the shop keeps to is in its fit-up.
    job?.line_version,
    job?.schools_version,
    job?.decision?.made_at,
  ] as const;
}

/** What the rules say of a job's papers: sorting, look-over, offers, gates. */
export function usePractice(job: Job | undefined) {
  return useQuery({
    queryKey: followsKey("practice", job),
    queryFn: async (): Promise<Practice> =>
      answered(
        client.GET("/api/jobs/{job_id}/practice", { params: { path: { job_id: job?.id ?? 0 } } }),
      ),
    enabled: job !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
}

export const certaintyQuery = (job: Job, state: LoadKey) =>
  queryOptions({
    queryKey: [
      "certainty",
      job.id,
      job.sheet_version,
      job.set_up_version,
      job.fitting_version,
      job.look_over_version,
      state,
    ],
    queryFn: async (): Promise<Certainty> =>
      answered(
        client.GET("/api/jobs/{job_id}/certainty", {
          params: { path: { job_id: job.id }, query: { state } },
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });

/** What each number costs in certainty in one load state. */
export const useCertainty = (job: Job, state: LoadKey) => useQuery(certaintyQuery(job, state));

export const photosKey = (jobId: number) => ["photos", jobId] as const;

export const photosQuery = (jobId: number) =>
  queryOptions({
    queryKey: photosKey(jobId),
    queryFn: () =>
      answered(client.GET("/api/jobs/{job_id}/photos", { params: { path: { job_id: jobId } } })),
  });

/** Photos kept with a job. */
export const usePhotos = (jobId: number): Photo[] => useQuery(photosQuery(jobId)).data ?? [];

export const attachmentsKey = (jobId: number) => ["attachments", jobId] as const;

/** Papers and pictures of a job's vehicle. */
export function useAttachments(jobId: number): Attachment[] {
  const list = useQuery({
    queryKey: attachmentsKey(jobId),
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/attachments", { params: { path: { job_id: jobId } } }),
      ),
  });
  return list.data ?? [];
}

/** What is done with a bar on an axle: as chosen, else as meant, else the usual for what is there. */
export function actionFor(job: Job, axle: AxleName, meant?: Action): Action {
  const usual = job.sheet[axle].standard_bar ? "supplement" : "new";
  return job.set_up[axle]?.action ?? meant ?? usual;
}

export const shortListQuery = (
  job: Job,
  axle: AxleName,
  action: Action,
  find: string,
  others: boolean,
) =>
  queryOptions({
    queryKey: [
      "short-list",
      job.id,
      job.sheet_version,
      job.set_up_version,
      job.look_over_version,
      axle,
      action,
      find,
      others,
    ],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/short-list", {
          params: { path: { job_id: job.id }, query: { axle, action, find, others } },
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });

/** Bars of the rack for one axle of a job, with what each would do. */
export const useShortList = (...asked: Parameters<typeof shortListQuery>) =>
  useQuery(shortListQuery(...asked));

/** Put a newer job into the cache, so that every view shows it. */
export function keepJob(cache: QueryClient, job: Job): void {
  cache.setQueryData(jobKey(job.id), job);
  void cache.invalidateQueries({ queryKey: ["yard"] });
}

/** Keep what a write answered: the job, and all that follows from it. */
export function keepChange(
  cache: QueryClient,
  { job, assessment, practice, fit }: JobChange,
): void {
  // What follows first: the job's new versions then find it there and nobody asks again.
  cache.setQueryData(followsKey("assessment", job), assessment);
  cache.setQueryData(followsKey("practice", job), practice);
  cache.setQueryData(followsKey("fit", job), fit);
  keepJob(cache, job);
}
