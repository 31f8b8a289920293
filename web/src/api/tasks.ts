import { useSyncExternalStore } from "react";
import { answered, client, RefusedError } from "./client";
import type { components } from "./schema";

/** A piece of work that the server was handed and that is waited for. */
export type Task = components["schemas"]["TaskOut"];

const FIRST_LOOK_MS = 150;
const SLOWEST_LOOK_MS = 1000;

/** What this page waits for, by what was asked. */
let waited: ReadonlyMap<string, Task> = new Map();
const listeners = new Set<() => void>();

function note(key: string, task: Task | null) {
  const next = new Map(waited);
  if (task) next.set(key, task);
  else next.delete(key);
  waited = next;
  for (const listener of listeners) listener();
}

const isTask = (said: object): said is Task => "steps_done" in said;

async function ended(key: string, begun: Task): Promise<Task> {
  let task = begun;
  let pause = FIRST_LOOK_MS;
  try {
    while (task.state === "waiting" || task.state === "working") {
      note(key, task);
      await new Promise((resolve) => setTimeout(resolve, pause));
      pause = Math.min(pause * 1.5, SLOWEST_LOOK_MS);
      task = await answered(
        client.GET("/api/tasks/{task_id}", { params: { path: { task_id: task.id } } }),
      );
    }
    return task;
  } finally {
    note(key, null);
  }
}

/**
 * Ask for something until it is there; what the server needs time for is waited for.
 * @throws RefusedError in words, where it was stopped or did not work out.
 */
export async function whenDone<T extends object>(
  key: string,
  ask: () => Promise<T | Task>,
): Promise<T> {
  for (;;) {
    const said = await ask();
    if (!isTask(said)) return said;
    const { message } = await ended(key, said);
    if (message) throw new RefusedError({ status: 409, complaints: [{ field: "", message }] });
  }
}

/** The task behind something that was asked and is not there yet. */
export function useWaited(key: string): Task | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waited.get(key),
  );
}

export const stopTask = ({ id }: Task) =>
  answered(client.POST("/api/tasks/{task_id}/stop", { params: { path: { task_id: id } } }));
