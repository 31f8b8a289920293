import { createContext, use } from "react";
import type { Assessment, Job, LoadKey, News, Practice, StateEvaluation } from "../api/types";
import type { useWrites } from "../api/writes";

/** The job at hand, and what of it is being looked at. */
export type JobView = {
  job: Job;
  assessment: Assessment | undefined;
  practice: Practice | undefined;
  /** The load state being looked at, and its figures where they can be computed. */
  loadKey: LoadKey;
  setLoadKey: (key: LoadKey) => void;
  state: StateEvaluation | undefined;
  /** Whose figures are written on the drawing. */
  shown: "before" | "after";
  /** What somebody else just wrote, for some seconds. */
  news: News["last"];
  writes: ReturnType<typeof useWrites>;
};

export const JobContext = createContext<JobView | null>(null);

export function useJobView(): JobView {
  const view = use(JobContext);
  if (view === null) throw new Error("This view stands inside a job.");
  return view;
}
