import * as z from "zod/mini";
import { BARS_SEEN, JOB_KIND_NAMES, RIG_CLASSES } from "../api/generated/core";
import { placeFacts } from "../api/place";
import { withUnit } from "../api/units";
import type { AxleName, BarSeen, FirstIn } from "../api/types";

const keysOf = <T extends string>(names: Record<T, unknown>) => Object.keys(names) as [T, ...T[]];
const seen = z.enum(BARS_SEEN);

/** A vehicle being taken in: its names, and its first numbers by their place on the sheet. */
export const DRAFT = z.object({
  name: z.string(),
  description: z.string(),
  due_on: z.string(),
  kind: z.enum(keysOf(RIG_CLASSES)),
  job_kind: z.enum(keysOf(JOB_KIND_NAMES)),
  bars: z.object({ front: seen, rear: seen }),
  typed: z.record(z.string(), z.string()),
});
export type Draft = z.infer<typeof DRAFT>;

export const EMPTY: Draft = {
  name: "",
  description: "",
  due_on: "",
  kind: "motorhome",
  job_kind: "upgrade",
  bars: { front: "not looked", rear: "not looked" },
  typed: {},
};

/** Where a person's draft is kept on this device. */
export const draftKey = (username: string) => `intake ${username}`;

export const LOAD_PLACES = ["load_states.0.front_kg", "load_states.0.rear_kg"] as const;
export const caliperPlace = (axle: AxleName) =>
  `${axle}.standard_bar.bar.outside_diameter_m` as const;

type FirstNumbers = Pick<Draft, "kind" | "typed"> & { bars: Record<AxleName, BarSeen> };

/** The first numbers as they are asked about and taken in; what was left empty is left out. */
export function asFirst({ kind, typed, bars }: FirstNumbers): FirstIn {
  const entries = Object.entries(typed)
    .filter(([, text]) => text.trim() !== "")
    .map(([place, text]) => ({
      place,
      typed: withUnit(text, placeFacts(place).dimension),
      known: place.includes("rating") ? ("plate" as const) : ("measured" as const),
      simulated: false,
    }));
  return { kind, entries, front_bar: bars.front, rear_bar: bars.rear };
}
