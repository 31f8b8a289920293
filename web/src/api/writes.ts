import { useQueryClient } from "@tanstack/react-query";
import { useMemo, useSyncExternalStore } from "react";
import { answered, client, RefusedError } from "./client";
import { valueAt } from "./place";
import { jobKey, useKeepChange, useKeepJob } from "./queries";
import type {
  AxleName,
  Entry,
  Job,
  JobChange,
  JobKind,
  Known,
  Layout,
  Pick,
  Station,
} from "./types";

/** Which of a job's versioned documents a write goes to. */
export type Paper = "sheet" | "set_up" | OwnPaper;
type OwnPaper = "complaint" | "look_over" | "target" | "fitting" | "arrival";

/** Two people changed one place: what stands, what was meant, and how to settle it. */
export type Conflict = {
  paper: Paper;
  place: string;
  typed: string;
  current: Job;
  settle: (mine: boolean) => void;
};

type Saving = { state: "saved" | "saving" | "failed"; message: string; conflict: Conflict | null };

let saving: Saving = { state: "saved", message: "", conflict: null };
const listeners = new Set<() => void>();
const undoable = new Map<number, { paper: Paper; version: number }[]>();
/** Version this browser made last; undo stops where somebody else has written since. */
const ours = new Map<string, number>();
/** Writes of one job go one after the other, each based on what the last one made. */
const queues = new Map<number, Promise<unknown>>();

function say(next: Partial<Saving>) {
  saving = { ...saving, ...next };
  for (const listener of listeners) listener();
}

/** State of saving, for the mark in the corner and the conflict dialog. */
export function useSaving(): Saving {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => saving,
  );
}

function versionOf(job: Job, paper: Paper): number {
  return job[`${paper}_version`];
}

function sameAt(one: Job, other: Job, paper: Paper, place: string): boolean {
  return (
    JSON.stringify(valueAt(one[paper], place)) === JSON.stringify(valueAt(other[paper], place))
  );
}

type Send = (base: number) => Promise<JobChange>;

function revert(jobId: number, paper: Paper, body: { base_version: number; to_version: number }) {
  const path = { job_id: jobId };
  if (paper !== "sheet" && paper !== "set_up") {
    return answered(
      client.POST("/api/jobs/{job_id}/papers/{paper}/revert", {
        params: { path: { ...path, paper } },
        body,
      }),
    );
  }
  const url =
    paper === "sheet"
      ? ("/api/jobs/{job_id}/sheet/revert" as const)
      : ("/api/jobs/{job_id}/set-up/revert" as const);
  return answered(client.POST(url, { params: { path }, body }));
}

/** Everything that can be written on a job. Each resolves once the server has kept it. */
export function useWrites(jobId: number) {
  const cache = useQueryClient();
  const keep = useKeepChange();
  const keepJob = useKeepJob();

  return useMemo(() => {
    const seen = () => cache.getQueryData<Job>(jobKey(jobId));

    async function send(paper: Paper, place: string, typed: string, act: Send, undoing = false) {
      const job = seen();
      if (job === undefined) return;
      say({ state: "saving", message: "" });
      try {
        const before = versionOf(job, paper);
        const made = await act(before);
        keep(made);
        ours.set(`${jobId} ${paper}`, versionOf(made.job, paper));
        if (!undoing)
          undoable.set(jobId, [...(undoable.get(jobId) ?? []), { paper, version: before }]);
        say({ state: "saved" });
      } catch (error) {
        if (!(error instanceof RefusedError)) throw error;
        if (error.status !== 409 || error.current === undefined) {
          say({ state: "failed", message: error.message });
          throw error;
        }
        const current = error.current;
        keepJob(current);
        // Somebody changed another place: what was typed here still holds, so it goes through.
        if (!undoing && sameAt(job, current, paper, place)) {
          await send(paper, place, typed, act);
          return;
        }
        const mine = await new Promise<boolean>((settle) => {
          say({ conflict: { paper, place, typed, current, settle } });
        });
        say({ conflict: null, state: "saved" });
        if (mine && !undoing) await send(paper, place, typed, act);
      }
    }

    function queued(paper: Paper, place: string, typed: string, act: Send, undoing = false) {
      const last = queues.get(jobId) ?? Promise.resolve();
      const next = last.catch(() => undefined).then(() => send(paper, place, typed, act, undoing));
      queues.set(jobId, next);
      return next;
    }

    /** Move the job along its line; where somebody was first, what stands is shown. */
    async function moved(act: Send) {
      const job = seen();
      if (job === undefined) return;
      try {
        keep(await act(job.line_version));
      } catch (error) {
        if (error instanceof RefusedError && error.current) keepJob(error.current);
        throw error;
      }
    }

    const path = { job_id: jobId };

    return {
      enterOnSheet: (place: string, typed: string, known: Known) =>
        queued("sheet", place, typed, (base_version) =>
          answered(
            client.PATCH("/api/jobs/{job_id}/sheet", {
              params: { path },
              body: { base_version, place, typed, known, simulated: false },
            }),
          ),
        ),
      changePart: (place: string, fitted: boolean) =>
        queued("sheet", place, fitted ? "fitted" : "taken away", (base_version) =>
          answered(
            client.POST("/api/jobs/{job_id}/sheet/parts", {
              params: { path },
              body: { base_version, place, fitted },
            }),
          ),
        ),
      enterOnSetUp: (place: string, typed: string, known: Known) =>
        queued("set_up", place, typed, (base_version) =>
          answered(
            client.PATCH("/api/jobs/{job_id}/set-up", {
              params: { path },
              body: { base_version, place, typed, known, simulated: false },
            }),
          ),
        ),
      enterOnPaper: (paper: OwnPaper, place: string, typed: string, known: Known = "measured") =>
        queued(paper, place, typed, (base_version) =>
          answered(
            client.PATCH("/api/jobs/{job_id}/papers/{paper}", {
              params: { path: { ...path, paper } },
              body: { base_version, place, typed, known },
            }),
          ),
        ),
      /** Several places of a paper as one version: all or none. */
      enterAllOnPaper: (paper: OwnPaper, entries: [string, string][]) =>
        queued(paper, entries[0]?.[0] ?? "", `${entries.length} entries`, (base_version) =>
          answered(
            client.POST("/api/jobs/{job_id}/papers/{paper}/entries", {
              params: { path: { ...path, paper } },
              body: {
                base_version,
                entries: entries.map(([place, typed]) => ({ place, typed })),
              },
            }),
          ),
        ),
      beginFit: (axle: AxleName, layout: Layout) =>
        queued("fitting", axle, `begun: ${layout}`, (base_version) =>
          answered(
            client.POST("/api/jobs/{job_id}/fit/begin", {
              params: { path },
              body: { base_version, axle, layout },
            }),
          ),
        ),
      changeFitPart: (axle: AxleName, place: string, there: boolean) =>
        queued("fitting", `${axle}.${place}`, there ? "added" : "taken away", (base_version) =>
          answered(
            client.POST("/api/jobs/{job_id}/fit/parts", {
              params: { path },
              body: { base_version, axle, place, there },
            }),
          ),
        ),
      enterSeveral: (entries: Entry[]) =>
        queued("sheet", entries[0]?.place ?? "", `${entries.length} numbers`, (base_version) =>
          answered(
            client.POST("/api/jobs/{job_id}/sheet/entries", {
              params: { path },
              body: { base_version, entries },
            }),
          ),
        ),
      takeOffer: (offer: string, place: string) =>
        queued("sheet", place, "what follows from the readings", (base_version) =>
          answered(
            client.POST("/api/jobs/{job_id}/sheet/offers", {
              params: { path },
              body: { base_version, offer },
            }),
          ),
        ),
      importTicket: (text: string) =>
        queued("sheet", "load_states", "weigh ticket", (base_version) =>
          answered(
            client.POST("/api/jobs/{job_id}/weigh-ticket", {
              params: { path },
              body: { base_version, text },
            }),
          ),
        ),
      passGate: (station: Station, reason: string) =>
        moved((base_version) =>
          answered(
            client.POST("/api/jobs/{job_id}/gates", {
              params: { path },
              body: { base_version, station, reason },
            }),
          ),
        ),
      changeDue: (due_on: string | null) =>
        moved((base_version) =>
          answered(
            client.PATCH("/api/jobs/{job_id}/due", {
              params: { path },
              body: { base_version, due_on },
            }),
          ),
        ),
      changeKind: (kind: JobKind) =>
        moved((base_version) =>
          answered(
            client.PATCH("/api/jobs/{job_id}/kind", {
              params: { path },
              body: { base_version, kind },
            }),
          ),
        ),
      /** Choose at one axle or both, as one version; an axle left out stays as it is. */
      takeSet: (picks: Partial<Record<AxleName, Pick>>) =>
        queued("set_up", picks.rear ? "rear" : "front", "another choice", (base_version) =>
          answered(
            client.PUT("/api/jobs/{job_id}/choice", {
              params: { path },
              body: { base_version, ...picks },
            }),
          ),
        ),
      decide: async (seen: Job, reason: string) => {
        const { set_up_version: base_version, sheet_version } = seen;
        keep(
          await answered(
            client.POST("/api/jobs/{job_id}/decisions", {
              params: { path },
              body: { base_version, sheet_version, reason },
            }),
          ),
        );
      },
      undo: () => {
        const stack = undoable.get(jobId) ?? [];
        const last = stack.at(-1);
        if (last === undefined) return Promise.resolve();
        const job = seen();
        if (
          job === undefined ||
          versionOf(job, last.paper) !== ours.get(`${jobId} ${last.paper}`)
        ) {
          undoable.set(jobId, []);
          say({ state: "failed", message: "Somebody else changed this since; undo stops here." });
          return Promise.resolve();
        }
        undoable.set(jobId, stack.slice(0, -1));
        return queued(
          last.paper,
          "undo",
          "",
          (base_version) => revert(jobId, last.paper, { base_version, to_version: last.version }),
          true,
        );
      },
    };
  }, [cache, jobId, keep, keepJob]);
}
