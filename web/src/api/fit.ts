import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { followsKey } from "./queries";
import type { FitStation, Job } from "./types";

export const fitQuery = (job: Job) =>
  queryOptions({
    queryKey: followsKey("fit", job),
    queryFn: async (): Promise<FitStation> =>
      answered(client.GET("/api/jobs/{job_id}/fit", { params: { path: { job_id: job.id } } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });

/** What the fit-up of a job comes to; asked again only when its papers have a new version. */
export const useFit = (job: Job) => useQuery(fitQuery(job));

/** What a drill template comes as: on paper of two sizes, or for a cutter. */
export const TEMPLATES = [
  { name: "PDF A4", kind: "pdf", paper: "a4" },
  { name: "PDF Letter", kind: "pdf", paper: "letter" },
  { name: "SVG", kind: "svg", paper: "a4" },
  { name: "DXF", kind: "dxf", paper: "a4" },
] as const;
type Template = (typeof TEMPLATES)[number];

/** Address of a drill template at full size. */
export const templateUrl = (job: Job, axle: string, side: string, { kind, paper }: Template) =>
  `/api/jobs/${job.id}/drill-template.${kind}?axle=${axle}&side=${side}&paper=${paper}`;
