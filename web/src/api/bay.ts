import { queryOptions, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { useOutbox } from "./outbox/useOutbox";
import { ask, photoOf } from "./outbox/write";
import type { Ask, BodyOf, Made } from "./outbox/write";
import type { Records, WrenchFault } from "./types";

export const bayKey = (jobId: number) => ["bay", jobId] as const;

export const bayQuery = (jobId: number) =>
  queryOptions({
    queryKey: bayKey(jobId),
    queryFn: () =>
      answered(client.GET("/api/jobs/{job_id}/bay", { params: { path: { job_id: jobId } } })),
    retry: false,
  });

/** The plan of a job with what is done of it. */
export const useBay = (jobId: number) => useQuery(bayQuery(jobId));

/** What a wrench sent of a joint; nothing of it is kept yet. */
export const readWrench = (jobId: number, joint: string, fault: WrenchFault) =>
  answered(
    client.POST("/api/jobs/{job_id}/bay/wrench", {
      params: { path: { job_id: jobId } },
      body: { joint, fault },
    }),
  );

/** Place of an answer in the outbox: its step and what is kept of it. */
export const answerPlace = (step: string, kind: Records) => `${step} ${kind}`;
/** Place of a torque row: its joint and bolt. */
export const boltPlace = (joint: string, bolt: number) => `${joint} bolt ${bolt}`;
/** Place of an obstacle's gap. */
export const gapPlace = (obstacle: string) => `${obstacle} gap`;
/** Place of a photo of a step. */
export const photoPlace = (step: string) => `step.${step}`;

/** Puts what a fitter does into the outbox; it is sent once and in order, whenever it can be. */
export function useBayWrites(jobId: number) {
  const outbox = useOutbox();
  // Nobody waits for it under a vehicle: it is kept at once, and what is refused stands at its step.
  const keep = (write: Made) => void outbox.add(write).catch(() => undefined);
  const send = (place: string, typed: string, what: Ask) =>
    keep({ jobId, base: "bay", place, typed, step: "do", ask: what });
  return {
    answer: (step: string, kind: Records, said: string) =>
      send(
        answerPlace(step, kind),
        said || kind,
        ask("post", "/api/jobs/{job_id}/bay/answers", jobId, { step, kind, said }),
      ),
    gap: (obstacle: string, typed: string) =>
      send(
        gapPlace(obstacle),
        typed,
        ask("post", "/api/jobs/{job_id}/bay/gaps", jobId, { obstacle, typed }),
      ),
    takeBack: (step: string) =>
      send(
        `${step} back`,
        "not done after all",
        ask("post", "/api/jobs/{job_id}/bay/back", jobId, { step }),
      ),
    torque: (row: BodyOf<"/api/jobs/{job_id}/bay/torque", "post">) =>
      send(
        boltPlace(row.joint, row.bolt),
        row.typed || row.how,
        ask("post", "/api/jobs/{job_id}/bay/torque", jobId, row),
      ),
    snapped: (bolt: BodyOf<"/api/jobs/{job_id}/bay/snapped", "post">) =>
      send(
        `${bolt.step} snapped`,
        bolt.size,
        ask("post", "/api/jobs/{job_id}/bay/snapped", jobId, bolt),
      ),
    didNotHold: (bolt_id: number) =>
      send(
        `bolt ${bolt_id}`,
        "did not hold",
        ask("post", "/api/jobs/{job_id}/bay/rung", jobId, { bolt_id }),
      ),
    photo: (step: string, picture: File) => keep(photoOf(jobId, photoPlace(step), picture)),
    /** Let go of what was not taken, so that it can be done otherwise. */
    letGo: (id: string) => outbox.drop(id),
  };
}
