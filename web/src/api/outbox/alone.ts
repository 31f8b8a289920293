import type { QueryClient, QueryFilters } from "@tanstack/react-query";
import { sentAlone, sentFile } from "../client";
import { bayKey } from "../bay";
import { attachmentsKey, jobKey } from "../queries";
import type { BayWork, Job } from "../types";
import { OWNER } from "./write";
import type { Alone, Write } from "./write";

/** All that the server ever answered. */
const ALL: QueryFilters = {};

const DRIVEN = new Set(["drive", "job", "bay", "work", "practice"]);
const HANDED = new Set(["hand-over", "job", "practice", "bay"]);
/** Lists of the yard that a hand-over moves. */
const OF_THE_YARD = new Set(["yard", "due", "record"]);

/** What is read anew once such a write is kept. */
const STALE: Record<Alone, (write: Write, cache: QueryClient, made: unknown) => QueryFilters> = {
  // A photo of a step is an answer to it.
  photos: ({ jobId }) => ({
    predicate: ({ queryKey: [what, id] }) => id === jobId && (what === "photos" || what === "bay"),
  }),
  // How far the work is was the answer; the job is read anew where that moved its line.
  bay: ({ jobId }, cache, made) => {
    const stood = cache.getQueryData<Job>(jobKey(jobId))?.line_version;
    const moved = stood !== (made as BayWork).line_version;
    return {
      predicate: ({ queryKey: [what, id] }) =>
        moved && id === jobId && (what === "job" || what === "troubles"),
    };
  },
  // A step taken to the bay moves set-up and plan too.
  drive: ({ jobId }) => ({
    predicate: ({ queryKey: [what, id] }) => id === jobId && DRIVEN.has(String(what)),
  }),
  // An owner may have several vehicles, and be named wherever one of them is.
  hand_over: ({ jobId, place }) => ({
    predicate: ({ queryKey: [what, id] }) =>
      place === OWNER ||
      (id === jobId && HANDED.has(String(what))) ||
      OF_THE_YARD.has(String(what)),
  }),
  attachments: ({ jobId }) => ({ queryKey: attachmentsKey(jobId) }),
  yard: () => ({ queryKey: ["yard"] }),
  racks: () => ALL,
  shop: () => ALL,
  // Where a job stands on it is asked at its gate.
  board: () => ALL,
};

/** Send a write that stands alone, and return what it was answered. */
export async function deliverAlone(cache: QueryClient, write: Write): Promise<unknown> {
  const made = await (write.file ? sentFile(write, write.file) : sentAlone(write));
  if (write.base === "bay") cache.setQueryData(bayKey(write.jobId), made);
  if (write.form) localStorage.removeItem(write.form);
  await cache.invalidateQueries(STALE[write.base as Alone](write, cache, made));
  return made;
}
