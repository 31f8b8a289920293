import { describe, expect, it } from "vitest";
import type { Evaluation, LeanTables } from "../../api/types";
import { readingAt, sideForceAt } from "./condition";

/** Lean = bend/10 + force/1000, wheels 100 ± force: easy to reckon by hand. */
const bends = [0, 10];
const forces = [0, 500];
const table = (act: (bend: number, force: number) => number) =>
  bends.map((bend) => forces.map((force) => act(bend, force)));

const tables = {
  lean_rad: table((bend, force) => bend / 10 + force / 1000),
  front_tyre_roll_rad: table(() => 0.01),
  rear_tyre_roll_rad: table(() => 0.02),
  wheel_load_n: [-1, 1, -1, 1].map((sign) => table((_, force) => 100 + sign * force)),
} as unknown as LeanTables;

const evaluation = {
  bend_m_s2: bends,
  force_n: forces,
  road_m_s: [0, 50],
  wind_m_s: [0, 25],
  side_force_n: [
    [0, 250],
    [0, 500],
  ],
} as unknown as Evaluation;

describe("sideForceAt", () => {
  it("is nothing without wind and grows with wind and road speed", () => {
    expect(sideForceAt(evaluation, { bendG: 0.3, windMps: 0, roadKmh: 90 })).toBe(0);
    expect(sideForceAt(evaluation, { bendG: 0, windMps: 25, roadKmh: 180 })).toBeCloseTo(500);
    expect(sideForceAt(evaluation, { bendG: 0, windMps: 25, roadKmh: 0 })).toBeCloseTo(250);
  });
});

describe("readingAt", () => {
  it("reads bend and wind together from one table", () => {
    const reading = readingAt(evaluation, tables, { bendG: 0.5, windMps: 25, roadKmh: 180 });
    expect(reading.leanRad).toBeCloseTo((0.5 * 9.80665) / 10 + 0.5);
    expect(reading.wheelsN).toEqual([-400, 600, -400, 600]);
    expect(reading.rearTyreRad).toBeCloseTo(0.02);
  });
});
