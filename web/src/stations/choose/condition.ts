import type { Evaluation, LeanTables } from "../../api/types";
import { lookUp } from "../../drawings/lookup";
import { fromG } from "../../drawings/quantity";

/** What the vehicle is put through: a bend and a wind square to the road. */
export type Condition = { bendG: number; windMps: number; roadKmh: number };

/** The conditions that single figures are quoted for. */
export const REFERENCE_BEND: Condition = { bendG: 0.3, windMps: 0, roadKmh: 90 };
export const REFERENCE_WIND: Condition = { bendG: 0, windMps: 12, roadKmh: 90 };

/** Side force of the wind, read from the table that core computed [N]. */
export function sideForceAt(evaluation: Evaluation, condition: Condition): number {
  return lookUp(
    evaluation.side_force_n,
    evaluation.road_m_s,
    evaluation.wind_m_s,
    condition.roadKmh / 3.6,
    condition.windMps,
  );
}

/** What one set-up does in a condition, read between the nodes of core's tables. */
export type Reading = {
  leanRad: number;
  frontTyreRad: number;
  rearTyreRad: number;
  /** Front left, front right, rear left, rear right [N]. */
  wheelsN: number[];
};

export function readingAt(
  evaluation: Evaluation,
  tables: LeanTables,
  condition: Condition,
): Reading {
  const force = sideForceAt(evaluation, condition);
  const read = (table: number[][]) =>
    lookUp(table, evaluation.bend_m_s2, evaluation.force_n, fromG(condition.bendG), force);
  return {
    leanRad: read(tables.lean_rad),
    frontTyreRad: read(tables.front_tyre_roll_rad),
    rearTyreRad: read(tables.rear_tyre_roll_rad),
    wheelsN: tables.wheel_load_n.map(read),
  };
}
