import { createAsyncStoragePersister } from "@tanstack/query-async-storage-persister";
import type {
  PersistedClient,
  PersistQueryClientOptions,
} from "@tanstack/react-query-persist-client";
import { READABLE_FOR_MS } from "./cache";
import { createStore, del, get, set } from "idb-keyval";

const store = createStore("calm-axle-cache", "answers");
const persister = createAsyncStoragePersister({
  storage: {
    getItem: (key) => get<string>(key, store).then((found) => found ?? null),
    setItem: (key, value) => set(key, value, store),
    removeItem: (key) => del(key, store),
  },
  key: "answers",
  throttleTime: 1000,
  serialize: (client) => JSON.stringify(asAnswered(client)),
});

/** Answers that could not be read anew are kept as they were: the next page opens with them too. */
function asAnswered({ clientState, ...rest }: PersistedClient): PersistedClient {
  const queries = clientState.queries.map((query) => ({
    ...query,
    state: { ...query.state, status: "success" as const, error: null },
  }));
  return { ...rest, clientState: { ...clientState, queries } };
}

/** Answers of the server are kept on the device, so that an opened job opens without it too. */
export const persisted: Omit<PersistQueryClientOptions, "queryClient"> = {
  persister,
  maxAge: READABLE_FOR_MS,
  // Another build may ask for other shapes.
  buster: document.querySelector<HTMLScriptElement>("script[type=module]")?.src ?? "",
  dehydrateOptions: {
    shouldDehydrateQuery: ({ state }) => state.data !== undefined,
    // Writes are kept by the outbox, each by itself and before it is sent.
    shouldDehydrateMutation: () => false,
  },
};

/** Forget all of it, for whoever signs in next. */
export const forgetPersisted = () => persister.removeClient();
