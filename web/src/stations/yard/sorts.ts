import type { YardOnly, YardSort } from "../../api/types";

/** What can come first in the yard, beside what was changed last. */
export const YARD_SORTS = ["due", "name", "number"] as const satisfies YardSort[];

export const SORT_NAMES: Record<YardSort, string> = {
  changed: "last changed",
  due: "wanted first",
  name: "name",
  number: "newest",
};

/** Which jobs are looked at, where not all are. */
export const YARD_ONLY = ["stopped", "blocked", "going", "wanted"] as const satisfies YardOnly[];

export const ONLY_NAMES: Record<YardOnly, string> = {
  stopped: "with a stop",
  blocked: "blocked by something",
  going: "nothing blocks it",
  wanted: "wanted within a week",
};
