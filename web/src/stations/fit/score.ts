import type { Attitude, Combination } from "../../api/types";
import { degrees, grouped, tape } from "../../drawings/quantity";

/** What a school measures a combination by, in words. */
export const SCORED_BY: Record<Attitude, string> = {
  least_change: "motion ratio changes by",
  arm_level: "arm off level",
  in_line: "arm off the control arm",
  link_square: "off square",
  link_plumb: "link off plumb",
  level_and_plumb: "arm off level or link off plumb",
};

/** How far a combination is from what the school wants. */
export function scoreOf(off: number | null, attitude: Attitude): string {
  if (off === null) return "–";
  return attitude === "least_change" ? `${grouped(off * 100, 0)} %` : degrees(off);
}

/**
 * The best combination through each hole of a bracket, in the order of its holes.
 * @param matrix - best first
 */
export function bestThrough(
  matrix: Combination[],
  hole: "link_hole" | "bar_place" | "bar_hole",
  count: number,
): (Combination | undefined)[] {
  return Array.from({ length: count }, (_, i) => matrix.find((one) => one[hole] === i));
}

/** Entries that take a combination on one side or on both. */
export function entriesFor(
  axle: string,
  side: "both" | "left" | "right",
  one: Combination,
): [string, string][] {
  const sides = side === "both" ? (["left", "right"] as const) : ([side] as const);
  return sides.flatMap((name): [string, string][] => [
    [`${axle}.${name}.link_hole`, String(one.link_hole)],
    [`${axle}.${name}.bar_place`, String(one.bar_place)],
    [`${axle}.${name}.bar_hole`, String(one.bar_hole)],
    [`${axle}.${name}.link_m`, `${(one.link_m * 1e3).toFixed(1)} mm`],
  ]);
}

/** Why a combination is not to be used, in words; empty where it is. */
export function troubleOf(one: Combination): string {
  if (one.missing_m !== 0) {
    return `the link is ${tape(Math.abs(one.missing_m))} too ${one.missing_m > 0 ? "short" : "long"}`;
  }
  return one.troubles
    .map((trouble) => (trouble === "too near an obstacle" ? `too near: ${one.nearest}` : trouble))
    .join(", ");
}
