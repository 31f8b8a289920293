import type { Measured, Sheet } from "../../api/types";

const SIDES: Record<
  string,
  ["front_left_kg" | "rear_left_kg", "front_right_kg" | "rear_right_kg"]
> = {
  front_kg: ["front_left_kg", "front_right_kg"],
  rear_kg: ["rear_left_kg", "rear_right_kg"],
};

/**
 * An axle's load: as it was read as one, else what its two pads read together; undefined where the
 * path is no axle load.
 */
export function axleLoadAt(sheet: Sheet, path: string): Measured | undefined {
  const [, index, name = ""] = /^load_states\.(\d+)\.(\w+_kg)$/.exec(path) ?? [];
  const sides = SIDES[name];
  const state = sheet.load_states[Number(index)];
  if (sides === undefined || state === undefined) return undefined;
  const whole = state[name as "front_kg" | "rear_kg"];
  if (whole) return whole;
  const [left, right] = [state[sides[0]], state[sides[1]]];
  return {
    value: left.value + right.value,
    tolerance: left.tolerance + right.tolerance,
    known: left.known === right.known ? left.known : "estimated",
    typed: "",
    simulated: Boolean(left.simulated || right.simulated),
  };
}
