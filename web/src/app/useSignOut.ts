import { useQueryClient } from "@tanstack/react-query";
import type { QueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { answered, client } from "../api/client";
import type { Outbox } from "../api/outbox/outbox";
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

/** Nothing of a shop may stay behind for whoever signs in next. */
async function forgotten(cache: QueryClient, outbox: Outbox): Promise<void> {
  outbox.close();
  await forgetPersisted();
  cache.removeQueries({
    predicate: ({ queryKey }) => !["session", "tablet"].includes(String(queryKey[0])),
  });
}

/** Forget all of a shop once nobody is signed in any more, however that came. */
export function useForgotten(signedOut: boolean) {
  const cache = useQueryClient();
  const outbox = useOutbox();
  useEffect(() => {
    if (signedOut) void forgotten(cache, outbox);
  }, [cache, outbox, signedOut]);
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
      cache.setQueryData(["session"], null);
      await forgotten(cache, outbox);
    } finally {
      setLeaving(false);
    }
  }

  return { leaving, leave: () => void signOut().catch(() => undefined) };
}
