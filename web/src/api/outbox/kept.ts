import { createStore, del, entries, set } from "idb-keyval";
import type { Write } from "./write";

const store = createStore("calm-axle-outbox", "writes");

/** Writes kept on this device, whatever becomes of the page. */
export const kept = {
  put: (write: Write) => set(write.id, write, store),
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
