import type { Measured, Sheet } from "../../api/types";

const SIDES: Record<
  string,
  ["front_left_kg" | "rear_left_kg", "front_right_kg" | "rear_right_kg"]
> = {
  front_kg: ["front_left_kg", "front_right_kg"],
  rear_kg: ["rear_left_kg", "rear_right_kg"],
};

/** What the two pads of an axle read together; undefined where the path is no axle load. */
export function axleLoadAt(sheet: Sheet, path: string): Measured | undefined {
  const [, index, name = ""] = /^load_states\.(\d+)\.(\w+_kg)$/.exec(path) ?? [];
  const sides = SIDES[name];
  const state = sheet.load_states[Number(index)];
  if (sides === undefined || state === undefined) return undefined;
  const [left, right] = [state[sides[0]], state[sides[1]]];
  return {
    value: left.value + right.value,
    tolerance: left.tolerance + right.tolerance,
    known: left.known === right.known ? left.known : "estimated",
    typed: left.typed?.startsWith("half of ") ? left.typed.slice(8) : "",
    simulated: Boolean(left.simulated || right.simulated),
  };
}
