import type { Strength } from "../../api/types";

export const STRENGTHS: Strength[] = ["none", "slight", "clear", "strong"];

/**
 * The next strength when a pick is pressed once more; after the strongest comes none again.
 * @param step - 1 for stronger, -1 for weaker
 */
export function nextStrength(now: Strength, step: 1 | -1): Strength {
  const at = STRENGTHS.indexOf(now) + step;
  return STRENGTHS[(at + STRENGTHS.length) % STRENGTHS.length] ?? "none";
}
