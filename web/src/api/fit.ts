import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import { followsKey } from "./queries";
import type { FitStation, Job } from "./types";

/** What the fit-up of a job comes to; asked again only when its papers have a new version. */
export function useFit(job: Job) {
  return useQuery({
    queryKey: followsKey("fit", job),
    queryFn: async (): Promise<FitStation> =>
      answered(client.GET("/api/jobs/{job_id}/fit", { params: { path: { job_id: job.id } } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
}

/** Make a school the whole shop's own. */
export function useChooseSchool(job: Job) {
  const cache = useQueryClient();
  return async (matter: string, school: string) => {
    const base_version = job.schools_version;
    try {
      await answered(client.PATCH("/api/shop/schools", { body: { base_version, matter, school } }));
    } finally {
      // It is every job's; and where somebody was first, theirs is shown.
      await cache.invalidateQueries({ queryKey: ["job"] });
    }
  };
}

/** Address of a drill template at full size. */
export const templateUrl = (job: Job, axle: string, side: string, kind: "pdf" | "svg" | "dxf") =>
  `/api/jobs/${job.id}/drill-template.${kind}?axle=${axle}&side=${side}`;
