import type { DriveView, DrivenRun, Interval } from "../../api/types";
import { grouped, known, roadSpeed } from "../../drawings/quantity";

/** A figure and its unit stay on one line. */
const NO_BREAK = "\u00a0";

/** A number as its interval lets it be said: 6.4 ± 0.2. */
export function withBand({ value, low, high }: Interval, unit: string): string {
  const half = (high - low) / 2;
  const digits = half >= 5 ? 0 : half >= 0.1 ? 1 : half >= 0.01 ? 2 : 3;
  return `${grouped(value, digits)} ± ${grouped(half, digits)}${unit}`.replaceAll(" ", NO_BREAK);
}

/** A ratio as a change: 29 % less than before (27 to 31 %). */
export function changeOf({ value, low, high }: Interval): string {
  const part = (one: number) => grouped(Math.abs(1 - one) * 100, 0);
  if (low < 1 && high > 1) {
    return `as before, within ${part(1 - low > high - 1 ? low : high)} %`;
  }
  const [way, near, far] = value < 1 ? ["less", high, low] : ["more", low, high];
  return `${part(value)} % ${way} than before (${part(near)} to ${part(far)} %)`;
}

/** How a run was driven, in one line. */
export function drivenAs(run: DrivenRun): string {
  const pressures = [run.front_pressure_pa, run.rear_pressure_pa]
    .filter((one) => one !== null)
    .map((one) => known(one, "pressure", 5e3));
  return [
    run.place,
    run.speed_m_s === null ? "" : roadSpeed(run.speed_m_s),
    run.surface,
    run.wind && `wind ${run.wind}`,
    run.traffic,
    pressures.join(" and "),
    run.driver && `${run.driver} drove`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** What was driven in a run. */
export const manoeuvreOf = (drive: DriveView, runId: number): string =>
  drive.runs.find((run) => run.id === runId)?.manoeuvre ?? "";

/** Whether a run has a trace to be drawn: it tells a lean, or how the body came to rest. */
export const drawn = (run: DrivenRun): boolean =>
  run.has_log && (run.tells || Boolean(run.answer.after_events));
