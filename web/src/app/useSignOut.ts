import { useQueryClient } from "@tanstack/react-query";
import type { QueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answered, client } from "../api/client";
import { useOutbox } from "../api/outbox/useOutbox";
import { forgetPersisted } from "../api/persisted";

const LONGEST_WAIT_MS = 2000;

/** Resolves when nothing is being asked any more, or after a while. */
async function quiet(cache: QueryClient): Promise<void> {
  const latest = performance.now() + LONGEST_WAIT_MS;
  while (cache.isFetching() > 0 && performance.now() < latest) {
    await new Promise((done) => setTimeout(done, 20));
  }
}

/** Signing out: whether it is under way, and how it is begun. */
export function useSignOut() {
  const cache = useQueryClient();
  const outbox = useOutbox();
  const [leaving, setLeaving] = useState(false);

  async function signOut() {
    // The page goes first, or it would ask for what it may no longer see.
    setLeaving(true);
    try {
      await quiet(cache);
      await answered(client.DELETE("/api/session"));
      outbox.close();
      cache.setQueryData(["session"], null);
      // Nothing of this shop may stay behind for whoever signs in next.
      await forgetPersisted();
      cache.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== "session" });
    } finally {
      setLeaving(false);
    }
  }

  return { leaving, leave: () => void signOut().catch(() => undefined) };
}
