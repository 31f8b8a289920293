import { cache } from "./cache";
import { DIMENSIONS } from "./generated/core";
import type { UNITS } from "./generated/core";
import type { Person } from "./types";

export type Units = keyof typeof UNITS;
export type Dimension = keyof (typeof DIMENSIONS)["metric"];

/** What whoever is signed in sees numbers in; the page is drawn anew when that changes. */
export function shownUnits(): Units {
  return cache.getQueryData<Person | null>(["session"])?.units ?? "metric";
}

/** How a dimension is shown: scale from SI, symbol, and the most decimals ever written. */
export function shownAs(dimension: string): { per: number; symbol: string; most: number } {
  return DIMENSIONS[shownUnits()][dimension as Dimension];
}

/** A number without a unit; what has one, or is a fraction, is none. */
const BARE = /^~?[-+−]?\d[\d.,\s]*(?:(?:±|\+\/?-)\s*\d[\d.,]*)?$/;

/** Two bare numbers that are a range, as a sheet of torques has them. */
const BARE_RANGE = /^\d[\d.,]*\s*(?:-|–|to)\s*\d[\d.,]*$/;

/** A bare number with a unit behind it. */
const spelledOut = (typed: string, symbol: string) =>
  BARE.test(typed.trim()) || BARE_RANGE.test(typed.trim())
    ? `${typed.trim()} ${symbol}`.trim()
    : typed;

/**
 * What was typed, with the unit that stands beside its field where none was typed. It goes with the
 * number from then on: what is sent hours later still means what was read.
 * @param typed - as it was typed
 * @param dimension - of what is entered
 */
export const withUnit = (typed: string, dimension: string) =>
  spelledOut(typed, shownAs(dimension).symbol);

/** What was kept as a bare number was metric: it is shown with its unit to whoever sees others. */
export const asKept = (typed: string, dimension: string) =>
  shownUnits() === "metric"
    ? typed
    : spelledOut(typed, DIMENSIONS.metric[dimension as Dimension].symbol);
