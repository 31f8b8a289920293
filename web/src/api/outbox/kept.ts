import { createStore, del, entries, set } from "idb-keyval";
import type { Write } from "./write";

const store = createStore("calm-axle-outbox", "writes");

/** Said on the window where this device had no room for a write. */
export const KEPT_FAILED = "calm-axle-not-kept";

/** Writes kept on this device, whatever becomes of the page. */
export const kept = {
  /** Resolves once it is on the device, or that cannot be: then it is said, and sent all the same. */
  put: (write: Write) =>
    set(write.id, write, store).catch(() => {
      window.dispatchEvent(new Event(KEPT_FAILED));
    }),
  drop: (id: string) => del(id, store),
  /** A person's writes in the order they were made. */
  async of(person: string): Promise<Write[]> {
    const all = await entries<string, Write>(store);
    return all
      .map(([, write]) => write)
      .filter((write) => write.person === person)
      .sort((one, other) => one.at - other.at);
  },
};
