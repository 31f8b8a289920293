import { PLACES } from "./generated/core";
import type { Measured } from "./types";

type PlaceFacts = { label: string; dimension: string };

/**
 * Label and dimension of a place.
 * @param path - dotted path; numbers and load states stand for any
 */
export function placeFacts(path: string): PlaceFacts {
  const pattern = path.replace(/\.(\d+|empty|trip_ready|maximum|towing)(?=\.|$)/g, ".*");
  const known: Record<string, PlaceFacts> = PLACES;
  // Picks and notes have no unit; their path in words says which one it is.
  return known[pattern] ?? { label: path.replace(/[._]/g, " "), dimension: "length" };
}

/** A place's name, with its axle where the name does not say it. */
export function placeName(path: string): string {
  const { label } = placeFacts(path);
  const axle = /(?:^|\.)(front|rear)(?:\.|$)/.exec(path)?.[1];
  const name = label.charAt(0).toUpperCase() + label.slice(1);
  return axle && !name.toLowerCase().includes(axle) ? `${name}, ${axle}` : name;
}

/**
 * What stands at a dotted path of a record, or undefined.
 * @param record - sheet or set-up
 * @param path - such as "rear.link_spacing_m"
 */
export function valueAt(record: unknown, path: string): unknown {
  return path
    .split(".")
    .reduce<unknown>(
      (found, part) =>
        found === null || found === undefined
          ? undefined
          : (found as Record<string, unknown>)[part],
      record,
    );
}

/** The measured quantity at a path, or undefined where the part is absent. */
export function measuredAt(record: unknown, path: string): Measured | undefined {
  return (valueAt(record, path) as Measured | null | undefined) ?? undefined;
}
