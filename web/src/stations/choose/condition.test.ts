import { describe, expect, it } from "vitest";
import type { Evaluation, LeanSheetTables, LeanTables } from "../../api/types";
import { readingAt, sideForceAt } from "./condition";

/** Lean = bend/10 + force/1000, wheels 100 ± force: easy to work out by hand. */
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

const at = (bendG: number, windMps: number, roadKmh: number, more: object = {}) => ({
  bendG,
  windMps,
  roadKmh,
  windFromDeg: 90,
  frame: null,
  ...more,
});

/** Wind from ahead pushes nothing across; half as much from half way. */
const sheetTables = {
  angle_rad: [0, Math.PI / 4, Math.PI / 2],
  side_force_n: [0, 0.5, 1].map((share) =>
    evaluation.side_force_n.map((row) => row.map((n) => n * share)),
  ),
  frame: {
    bend_m_s2: [0, 10],
    force_n: [0, 500],
    before: [],
    after: [
      {
        rear_rad: [
          [0, 1],
          [2, 3],
        ],
        front_rad: [
          [0, 0],
          [0, 0],
        ],
      },
    ],
  },
} as unknown as LeanSheetTables;

describe("sideForceAt", () => {
  it("is nothing without wind and grows with wind and road speed", () => {
    expect(sideForceAt(evaluation, undefined, at(0.3, 0, 90))).toBe(0);
    expect(sideForceAt(evaluation, undefined, at(0, 25, 180))).toBeCloseTo(500);
    expect(sideForceAt(evaluation, undefined, at(0, 25, 0))).toBeCloseTo(250);
  });
});

describe("readingAt", () => {
  it("reads bend and wind together from one table", () => {
    const reading = readingAt(evaluation, tables, at(0.5, 25, 180));
    expect(reading.leanRad).toBeCloseTo((0.5 * 9.80665) / 10 + 0.5);
    expect(reading.wheelsN).toEqual([-400, 600, -400, 600]);
    expect(reading.rearTyreRad).toBeCloseTo(0.02);
  });

  it("reads wind from any side between the angles", () => {
    expect(sideForceAt(evaluation, sheetTables, at(0, 25, 180, { windFromDeg: 0 }))).toBe(0);
    expect(sideForceAt(evaluation, sheetTables, at(0, 25, 180, { windFromDeg: 22.5 }))).toBeCloseTo(
      125,
    );
    expect(sideForceAt(evaluation, sheetTables, at(0, 25, 180, { windFromDeg: 67.5 }))).toBeCloseTo(
      375,
    );
  });

  it("reads the end looked at where the frame twists", () => {
    const twisted = at(0.5, 25, 180, { frame: 0 });
    const view = { tables: sheetTables, when: "after", axle: "rear" } as const;
    expect(readingAt(evaluation, tables, twisted, view).leanRad).toBeCloseTo(1 + 0.98066);
  });
});
