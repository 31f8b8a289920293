import { useState } from "react";
import type * as z from "zod/mini";

const read = <T>(key: string, shape: z.ZodMiniType<T>, empty: T): T => {
  const kept = localStorage.getItem(key);
  if (kept === null) return empty;
  try {
    return shape.parse(JSON.parse(kept));
  } catch {
    // Of an earlier build, or cut short: the form begins anew.
    return empty;
  }
};

/**
 * What is being written on a form, kept on this device until it is done: leaving it loses nothing.
 * @returns what stands on it, a way to change it, and a way to begin anew
 */
export function useDraft<T>(key: string, shape: z.ZodMiniType<T>, empty: T) {
  const [draft, setDraft] = useState(() => read(key, shape, empty));
  return {
    draft,
    write: (next: T) => {
      localStorage.setItem(key, JSON.stringify(next));
      setDraft(next);
    },
    clear: () => {
      localStorage.removeItem(key);
      setDraft(empty);
    },
  };
}
