import { useEffect, useState } from "react";

/**
 * A value once it has not changed for some time; the first one at once.
 * @param quietMs - how long it must stay the same [ms]
 * @returns the value, and whether it is still the one that was given, by its content
 */
export function useSettled<T>(value: T, quietMs: number): [settled: T, same: boolean] {
  const [settled, setSettled] = useState(value);
  const same = JSON.stringify(value) === JSON.stringify(settled);
  useEffect(() => {
    if (same) return;
    const timer = window.setTimeout(() => setSettled(value), quietMs);
    return () => window.clearTimeout(timer);
  }, [value, same, quietMs]);
  return [settled, same];
}
