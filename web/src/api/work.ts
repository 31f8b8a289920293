import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { followsKey } from "./queries";
import type { Job, Work } from "./types";

export const workQuery = (job: Job) =>
  queryOptions({
    queryKey: followsKey("work", job),
    queryFn: async (): Promise<Work> =>
      answered(client.GET("/api/jobs/{job_id}/work", { params: { path: { job_id: job.id } } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });

/** The plan of a job with its order and its quote; asked again when a paper has a new version. */
export const useWork = (job: Job) => useQuery(workQuery(job));
