import { QueryCache, QueryClient } from "@tanstack/react-query";
import { RefusedError } from "./client";

/** What the server answered stays readable on this device for so long. */
export const READABLE_FOR_MS = 7 * 24 * 3600 * 1000;

/** All that the server answered, as the query library keeps it. */
export const cache: QueryClient = new QueryClient({
  queryCache: new QueryCache({
    // A sign-in that ended elsewhere, or by itself, ends here too.
    onError: (error) => {
      if (error instanceof RefusedError && error.status === 401)
        cache.setQueryData(["session"], null);
    },
  }),
  defaultOptions: {
    queries: {
      gcTime: READABLE_FOR_MS,
      refetchOnWindowFocus: true,
      // What was refused is not asked again; a lost connection is, once.
      retry: (failures, error) =>
        failures < 1 && !(error instanceof RefusedError && error.status > 0),
    },
  },
});
