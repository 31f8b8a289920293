import { queryOptions, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { useOutbox } from "./outbox/useOutbox";
import { ask, photoOf } from "./outbox/write";
import { withUnit } from "./units";
import type { BodyOf, Made } from "./outbox/write";
import { small } from "./smallPicture";
import type { AxleName, Records, Remembered, WrenchFault } from "./types";
import { whenDone } from "./tasks";

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

/** Place of how an axle was set. */
export const settlePlace = (axle: AxleName) => `${axle} settled`;
/** Place of trouble at a step. */
export const troublePlace = (step: string) => `${step} trouble`;

type BayPath = "answers" | "gaps" | "back" | "torque" | "settings" | "snapped" | "rung" | "seized";
type TroublePath = "way" | "loosened" | "found" | "misfit";
type Body<W extends BayPath | TroublePath> = BodyOf<`/api/jobs/{job_id}/bay/${W}`, "post">;

/** Puts what a fitter does into the outbox; it is sent once and in order, whenever it can be. */
export function useBayWrites(jobId: number) {
  const outbox = useOutbox();
  // Nobody waits for it under a vehicle: it is kept at once, and what is refused stands at its step.
  const keep = (write: Made) => void outbox.add(write).catch(() => undefined);
  const send = <W extends BayPath | TroublePath>(
    place: string,
    typed: string,
    what: W,
    body: Body<W>,
  ) => {
    const path = `/api/jobs/{job_id}/bay/${what}` as const;
    keep({ jobId, base: "bay", place, typed, step: "do", ask: ask("post", path, jobId, body) });
  };
  // The device's own clock: what is sent an hour later was still done now.
  const now = () => new Date().toISOString();
  return {
    answer: (step: string, kind: Records, said: string) =>
      send(answerPlace(step, kind), said || kind, "answers", { step, kind, said, at: now() }),
    gap: (obstacle: string, gap: string) => {
      const typed = withUnit(gap, "small_length");
      send(gapPlace(obstacle), typed, "gaps", { obstacle, typed, at: now() });
    },
    takeBack: (step: string) => send(`${step} back`, "not done after all", "back", { step }),
    torque: (row: Body<"torque">) => {
      const typed = withUnit(row.typed ?? "", "torque");
      const extension = withUnit(row.extension ?? "", "small_length");
      const body = { ...row, typed, extension, at: now() };
      send(boltPlace(row.joint, row.bolt), typed || row.how, "torque", body);
    },
    settle: (set: Body<"settings">) => {
      const [left_link, right_link, gap] = [set.left_link, set.right_link, set.gap ?? ""].map(
        (typed) => withUnit(typed, "small_length"),
      ) as [string, string, string];
      const body = { ...set, left_link, right_link, gap, at: now() };
      send(settlePlace(set.axle), `${left_link}, ${right_link}`, "settings", body);
    },
    snapped: (bolt: Body<"snapped">) => {
      const [wall, edge] = [bolt.wall, bolt.edge].map((typed) =>
        withUnit(typed, "small_length"),
      ) as [string, string];
      send(troublePlace(bolt.step), `${bolt.size} snapped`, "snapped", { ...bolt, wall, edge });
    },
    didNotHold: (bolt_id: number) => send(`bolt ${bolt_id}`, "did not hold", "rung", { bolt_id }),
    seized: (bolt: Body<"seized">) =>
      send(troublePlace(bolt.step), `${bolt.size} seized`, "seized", bolt),
    didNotCome: (trouble_id: number) =>
      send(`seized ${trouble_id}`, "did not come", "way", { trouble_id }),
    loosened: (one: Body<"loosened">) =>
      send(troublePlace(one.step), `${one.what} loosened`, "loosened", one),
    found: (one: Body<"found">) =>
      send(troublePlace(one.step), one.said || one.rating, "found", one),
    misfit: (one: Body<"misfit">) =>
      send(troublePlace(one.step), one.typed || one.said || "", "misfit", one),
    /** What this job taught of a step, for every later one with the kit. */
    remember: (partId: number, taught: Remembered) => {
      const path = `/api/racks/parts/${partId}/remembered`;
      const what = { method: "POST", path, body: taught };
      keep({ jobId, base: "racks", place: "kit", typed: taught.says ?? "", step: "do", ask: what });
    },
    /** Resolves once it is kept here, made small. */
    photo: async (step: string, picture: File) =>
      keep(photoOf(jobId, photoPlace(step), await small(picture))),
    /** Let go of what was not taken, so that it can be done otherwise. */
    letGo: (id: string) => outbox.drop(id),
  };
}

export const troublesQuery = (jobId: number) =>
  queryOptions({
    queryKey: ["troubles", jobId],
    queryFn: () =>
      answered(
        client.GET("/api/jobs/{job_id}/bay/troubles", { params: { path: { job_id: jobId } } }),
      ),
    retry: false,
  });

/** What the bay told the desk of a job. */
export const useTroubles = (jobId: number) => useQuery(troublesQuery(jobId));

/** Say that the desk has seen one of them. */
export const takeUp = (jobId: number, trouble_id: number) =>
  answered(
    client.POST("/api/jobs/{job_id}/bay/troubles", {
      params: { path: { job_id: jobId } },
      body: { trouble_id },
    }),
  );

/** Whose day moves as the board would now be. */
export const useDayMoves = (jobId: number, workVersion: number) =>
  useQuery({
    queryKey: ["days", jobId, workVersion],
    queryFn: () =>
      whenDone(`days ${jobId}`, () =>
        answered(
          client.GET("/api/jobs/{job_id}/bay/days", { params: { path: { job_id: jobId } } }),
        ),
      ),
    retry: false,
  });

/** Write what the steps took into the memory of the job's kits. */
export const keepHours = (jobId: number) =>
  answered(client.POST("/api/jobs/{job_id}/bay/hours", { params: { path: { job_id: jobId } } }));

/** Say which step is before somebody; nobody waits for it, and without a network it is not said. */
export const takeInHand = (jobId: number, step: string) =>
  answered(
    client.POST("/api/jobs/{job_id}/bay/hand", {
      params: { path: { job_id: jobId } },
      body: { step },
    }),
  ).catch(() => undefined);
