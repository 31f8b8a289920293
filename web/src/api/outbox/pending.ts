import { valueAt } from "../place";
import type { Job } from "../types";
import type { Write } from "./write";

/** What a place of words or picks holds once a text is kept there; undefined for a number. */
function textAt(standing: unknown, typed: string): unknown {
  if (Array.isArray(standing))
    return typed
      .split(",")
      .map((word) => word.trim())
      .filter(Boolean);
  if (standing === undefined || typeof standing === "string") return typed;
  return undefined;
}

const LEFT = "left_for_later";
/** Where picks and words stand: two papers, and what the owner leaves for another time. */
const isPick = ({ base, place }: Write) =>
  base === "complaint" || base === "look_over" || (base === "target" && place === LEFT);

/**
 * A job with the picks and words that are still on their way, as if they were kept: a press shows at
 * once, and the next press counts from it. Numbers are shown at their own field instead.
 */
export function withPending(job: Job, writes: Write[]): Job {
  return writes
    .filter((write) => isPick(write) && !write.refused && write.jobId === job.id)
    .reduce((now, { base, place, typed }) => {
      const paper = base as "complaint" | "look_over" | "target";
      const path = place.split(".");
      const standing = valueAt(now[paper], place);
      const next =
        path.at(-1) === "faults" ? textAt(standing ?? [], typed) : textAt(standing, typed);
      if (next === undefined) return now;
      return { ...now, [paper]: put(now[paper], path, next) };
    }, job);
}

function put(record: unknown, path: string[], value: unknown): unknown {
  const [head, ...rest] = path;
  if (head === undefined) return value;
  const owner = (record ?? {}) as Record<string, unknown>;
  return { ...owner, [head]: put(owner[head], rest, value) };
}
