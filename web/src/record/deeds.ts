import type { Deed } from "../api/types";

/** What kinds of things are done on a job. */
export const DEEDS = [
  "numbers",
  "papers",
  "line",
  "order",
  "bay",
  "road",
  "owner",
] as const satisfies Deed[];
