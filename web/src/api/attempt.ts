import { useState } from "react";
import { RefusedError } from "./client";

/**
 * Runs what a press asks for and keeps the refusal, if there is one, to be said beside it.
 * @returns the last refusal or null, and a function that resolves to whether it went through
 */
export function useAttempt() {
  const [refusal, setRefusal] = useState<RefusedError | null>(null);

  async function attempt(act: () => Promise<unknown>): Promise<boolean> {
    try {
      await act();
      setRefusal(null);
      return true;
    } catch (error) {
      if (!(error instanceof RefusedError)) throw error;
      setRefusal(error);
      return false;
    }
  }

  return { refusal, attempt };
}
