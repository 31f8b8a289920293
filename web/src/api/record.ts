import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { answered, askedFile, client } from "./client";
import { whenDone, type Task } from "./tasks";
import type { Deed, Job } from "./types";

const ofJob = (job_id: number) => ({ path: { job_id } });

/** What was done on a job, a page at a time. */
export const useHistory = (jobId: number, deed: Deed | undefined, person: string | undefined) =>
  useInfiniteQuery({
    queryKey: ["history", jobId, deed, person],
    queryFn: ({ pageParam }) =>
      answered(
        client.GET("/api/jobs/{job_id}/history", {
          params: {
            ...ofJob(jobId),
            query: {
              ...(deed && { deed }),
              ...(person && { person }),
              ...(pageParam && { before: pageParam }),
            },
          },
        }),
      ),
    initialPageParam: "",
    getNextPageParam: ({ earlier }) => earlier,
    // Others write on the job meanwhile.
    staleTime: 0,
  });

/** What two versions of a paper have otherwise. */
export const useDifferences = (jobId: number, paper: string, before: number, after: number) =>
  useQuery({
    queryKey: ["differences", jobId, paper, before, after],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/history/{paper}", {
          params: { path: { job_id: jobId, paper }, query: { before, after } },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: Infinity,
  });

/** What the shop learned of its suppliers, its hours and its kits. */
export const useMemory = () =>
  useQuery({ queryKey: ["memory"], queryFn: () => answered(client.GET("/api/memory")) });

/** What is waited for while a job's papers are laid out for its record. */
export const recordAsked = (jobId: number) => `record ${jobId}`;

/** A job's record as one file; its papers are laid out first. */
export const recordFile = (jobId: number): Promise<Blob> =>
  whenDone(
    recordAsked(jobId),
    () => askedFile(`/api/jobs/${jobId}/record.zip`) as Promise<Blob | Task>,
  );

/** Take a job's record in; told at once, since a refusal cannot wait. */
export async function takeInRecord(file: File): Promise<Job> {
  return answered(
    client.POST("/api/jobs/records", {
      body: { file: file as unknown as string },
      bodySerializer: () => {
        const form = new FormData();
        form.set("file", file);
        return form;
      },
    }),
  );
}
