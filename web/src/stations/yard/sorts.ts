import type { YardSort } from "../../api/types";

/** What can come first in the yard, beside what was changed last. */
export const YARD_SORTS = ["due", "name", "number"] as const satisfies YardSort[];

export const SORT_NAMES: Record<YardSort, string> = {
  changed: "last changed",
  due: "wanted first",
  name: "name",
  number: "newest",
};
