import { createContext, use, useSyncExternalStore } from "react";
import type { OnItsWay, Outbox } from "./outbox";
import { isAlone, isConflict, spotOf } from "./write";
import type { Base } from "./write";

export const OutboxContext = createContext<Outbox | null>(null);

export function useOutbox(): Outbox {
  const outbox = use(OutboxContext);
  if (outbox === null) throw new Error("Nothing is written outside the page.");
  return outbox;
}

/** Everything that is not kept by the server yet, oldest first. */
export function useOnItsWay(): OnItsWay[] {
  const outbox = useOutbox();
  return useSyncExternalStore(outbox.subscribe, outbox.onItsWay);
}

/** What is on its way to one place: as typed, and why it was not taken if it was not. */
export type SentTo = { id: string; typed: string; refused: string | null };

/** The last write on its way to each place of a job. */
export function useSent(jobId: number): (base: Base, place: string) => SentTo | undefined {
  const found = new Map<string, SentTo>();
  for (const { write } of useOnItsWay()) {
    // A conflict over a paper is asked about by itself; what stands alone is said at its place.
    if (write.jobId !== jobId || (isConflict(write) && !isAlone(write.base))) continue;
    const refused = write.refused ? (write.refused.complaints[0]?.message ?? "Not taken.") : null;
    found.set(spotOf(write), { id: write.id, typed: write.typed, refused });
  }
  return (base, place) => found.get(spotOf({ base, place }));
}
