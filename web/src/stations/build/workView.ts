import { createContext, use } from "react";
import type { Work } from "../../api/types";

/** The plan that is looked at, with its order and its quote. */
export const WorkContext = createContext<Work | null>(null);

export function useWorkView(): Work {
  const work = use(WorkContext);
  if (work === null) throw new Error("Only inside Build.");
  return work;
}
