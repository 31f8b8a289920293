import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { answered, client } from "./client";
import { newKey } from "./key";
import { useOutbox } from "./outbox/useOutbox";
import { ask, photoOf, runOf } from "./outbox/write";
import type { BodyOf } from "./outbox/write";
import type { AgainstSheet, DrivenRun, Job, LogColumns, RunTrace } from "./types";

export const driveKey = (jobId: number) => ["drive", jobId] as const;

export const driveQuery = ({ id, sheet_version, set_up_version, target_version }: Job) =>
  queryOptions({
    queryKey: [...driveKey(id), sheet_version, set_up_version, target_version],
    queryFn: () =>
      answered(client.GET("/api/jobs/{job_id}/drive", { params: { path: { job_id: id } } })),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** A job's runs with what they come to; anew where its sheet, choice or target moved. */
export const useDrive = (job: Job) => useQuery(driveQuery(job));

/** Everything of a run, sample by sample. */
export const traceQuery = (jobId: number, runId: number) =>
  queryOptions({
    queryKey: ["trace", jobId, runId],
    queryFn: (): Promise<RunTrace> =>
      answered(client.GET("/api/runs/{run_id}/trace", { params: { path: { run_id: runId } } })),
    retry: false,
    staleTime: Infinity,
  });

type Driven = BodyOf<"/api/jobs/{job_id}/runs/driven", "post">;
/** How a run was driven, as it is typed; its key is made here. */
export type Typed = Omit<Driven, "key" | "driven_at">;

/** A run of which no more is said than this. */
export const plainly = (
  said: Pick<Typed, "when" | "manoeuvre" | "state"> & Partial<Typed>,
): Typed => ({
  surface: "dry",
  place: "",
  wind: "",
  traffic: "",
  driver: "",
  passenger: "",
  closed_ground: false,
  speed: "",
  limit: "",
  front_pressure: "",
  rear_pressure: "",
  sensor_height: "",
  ...said,
});

/** The same with its time, by this device's own clock. */
const told = (typed: Typed, at = new Date()) => ({ ...typed, driven_at: at.toISOString() });

/** What lines on a frozen frame say. */
export const readFrame = (lines: BodyOf<"/api/bench/frame", "post">) =>
  answered(client.POST("/api/bench/frame", { body: lines }));

/** Headings of a logger's file, and which channel each is taken for. */
export async function lookAtLog(jobId: number, file: File): Promise<LogColumns> {
  return answered(
    client.POST("/api/jobs/{job_id}/runs/columns", {
      params: { path: { job_id: jobId } },
      body: { file: file as unknown as string },
      bodySerializer: () => {
        const form = new FormData();
        form.set("file", file);
        return form;
      },
    }),
  );
}

type Kind =
  `runs/${"driven" | "felt" | "removed" | "put-right"}` | `drive/${"tune" | "yard" | "yard/away"}`;
type TuneStep = AgainstSheet["next_steps"][number];

/** Puts runs and what was felt into the outbox; they are sent once, whenever they can be. */
export function useDriveWrites(jobId: number) {
  const outbox = useOutbox();
  const send = (place: string, typed: string, what: Kind, body: object) =>
    outbox.add({
      jobId,
      base: "drive",
      place,
      typed,
      step: "do",
      ask: ask("post", `/api/jobs/{job_id}/${what}`, jobId, body as never),
    });
  return {
    keepDriven: (typed: Typed) =>
      send("run", typed.manoeuvre, "runs/driven", { ...told(typed), key: newKey() }),
    keepLog: (typed: Typed, log: File, columns: Record<string, string>, drivenAt?: Date) => {
      // A file is named by its write, wherever it is sent from.
      const body = { ...told(typed, drivenAt), columns: JSON.stringify(columns) };
      return outbox.add(runOf(jobId, "run", body, log));
    },
    /** How a run was driven, said anew over how it was read. */
    putRight: (run: DrivenRun, typed: Typed) =>
      send(`run ${run.id}`, typed.manoeuvre, "runs/put-right", {
        ...typed,
        run_id: run.id,
        base_version: run.version,
      }),
    felt: (felt: BodyOf<"/api/jobs/{job_id}/runs/felt", "post">) =>
      send(`run ${felt.run_id} ${felt.seat}`, felt.said || "felt", "runs/felt", felt),
    setAway: (run: DrivenRun, removed: boolean) =>
      send(`run ${run.id}`, removed ? "taken away" : "put back", "runs/removed", {
        run_id: run.id,
        removed,
      }),
    /** A next step goes to the bay as a small plan. */
    tune: ({ key, end, hole, link_m, what }: TuneStep) =>
      send("next", what, "drive/tune", { key, end, hole, link_m }),
    keepYardTest: (test: BodyOf<"/api/jobs/{job_id}/drive/yard", "post">) =>
      send("yard test", test.fitted, "drive/yard", test),
    takeYardTestAway: (test_id: number) =>
      send(`yard test ${test_id}`, "taken away", "drive/yard/away", { test_id }),
    /** The stand-in drives at once: without a server there is none. */
    standIn: (typed: Typed) =>
      answered(
        client.POST("/api/jobs/{job_id}/runs/stand-in", {
          params: { path: { job_id: jobId } },
          body: { ...told(typed), key: newKey(), way: "A" },
        }),
      ),
    /** A frozen frame, as a photo with its lines on it. */
    keepFrame: (when: "before" | "after", picture: File) =>
      outbox.add(photoOf(jobId, `film_${when}`, picture)),
    correct: () =>
      outbox.add({
        jobId,
        base: "sheet",
        place: "spring_correction",
        typed: "by road runs",
        step: "do",
        ask: ask("post", "/api/jobs/{job_id}/drive/correction", jobId, {} as never),
      }),
  };
}
