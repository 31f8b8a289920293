import type { WorkStep } from "../api/types";
import { hoursOf } from "../drawings/quantity";

/** Steps that follow each other in one state of the vehicle. */
export type Band = { state: WorkStep["state"]; steps: { number: number; step: WorkStep }[] };

/** Steps in working order as bands of one state each. */
export function bandsOf(steps: WorkStep[]): Band[] {
  const bands: Band[] = [];
  steps.forEach((step, i) => {
    if (bands.at(-1)?.state !== step.state) bands.push({ state: step.state, steps: [] });
    bands.at(-1)?.steps.push({ number: i + 1, step });
  });
  return bands;
}

/** Quick to slow of a step. */
export function bandOfHours([quick = 0, , slow = 0]: number[]): string {
  return quick === slow ? hoursOf(quick) : `${hoursOf(quick)} to ${hoursOf(slow)}`;
}

/** Usual hours of some steps together. */
export const usualOf = (steps: WorkStep[]) =>
  steps.reduce((sum, { hours }) => sum + (hours?.[1] ?? 0), 0);

/** Parts that there are two of, one a side. */
const SIDED = /_(link|bushing|bracket|shock_mount|u_bolts|frame|liner)$/;

/** Parts that are lit for a step: both sides where it is of neither by itself. */
export function spotsOf({ spot, side }: WorkStep): string[] {
  if (!spot) return [];
  return !side && SIDED.test(spot) ? [`${spot}_left`, `${spot}_right`] : [spot];
}
