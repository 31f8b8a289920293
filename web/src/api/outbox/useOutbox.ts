import { useMutationState } from "@tanstack/react-query";
import { createContext, use } from "react";
import type { Outbox } from "./outbox";
import { writeOf, WRITES } from "./outbox";
import { isAlone, isConflict, spotOf } from "./write";
import type { Base, Write } from "./write";

export const OutboxContext = createContext<Outbox | null>(null);

export function useOutbox(): Outbox {
  const outbox = use(OutboxContext);
  if (outbox === null) throw new Error("Nothing is written outside the page.");
  return outbox;
}

/** A write and how far it is. */
export type OnItsWay = { write: Write; state: "sending" | "waiting" | "refused" };

/** Everything that is not kept by the server yet, oldest first. */
export function useOnItsWay(): OnItsWay[] {
  return useMutationState({
    filters: { mutationKey: WRITES, predicate: ({ state }) => state.status !== "success" },
    select: (mutation): OnItsWay => {
      const write = writeOf(mutation as never);
      const { isPaused, failureCount } = mutation.state;
      const waits = isPaused || failureCount > 0;
      return { write, state: write.refused ? "refused" : waits ? "waiting" : "sending" };
    },
  });
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
