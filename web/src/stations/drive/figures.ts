import type { DrivenRun, Interval } from "../../api/types";
import { grouped, known, roadSpeed } from "../../drawings/quantity";

/** A number as its interval lets it be said: 6.4 ± 0.2. */
export function withBand({ value, low, high }: Interval, unit: string): string {
  const half = (high - low) / 2;
  const digits = half >= 5 ? 0 : half >= 0.1 ? 1 : 2;
  return `${grouped(value, digits)} ± ${grouped(half, digits)}${unit}`;
}

/** A part of something as a change: 29 % less, 26 to 32. */
export function changeOf({ value, low, high }: Interval): string {
  const part = (one: number) => grouped(Math.abs(1 - one) * 100, 0);
  const way = value < 1 ? "less" : "more";
  const [near, far] = value < 1 ? [high, low] : [low, high];
  return `${part(value)} % ${way} (${near < 1 === value < 1 ? part(near) : "0"} to ${part(far)} %)`;
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
