import type { AxleName, Evaluation, LeanSheetTables, LeanTables } from "../../api/types";
import { lookUp } from "../../drawings/lookup";
import { fromG } from "../../drawings/quantity";

/** What the vehicle is put through: a bend, a wind from some side, a frame that twists or not. */
export type Condition = {
  bendG: number;
  windMps: number;
  roadKmh: number;
  /** 0 is straight ahead, 90 square to the road. */
  windFromDeg: number;
  /** Index of core's frame stiffness nodes; null is a frame that does not twist. */
  frame: number | null;
};

const STILL = { windFromDeg: 90, frame: null };
/** The conditions that single figures are quoted for. */
export const REFERENCE_BEND: Condition = { bendG: 0.3, windMps: 0, roadKmh: 90, ...STILL };
export const REFERENCE_WIND: Condition = { bendG: 0, windMps: 12, roadKmh: 90, ...STILL };

/** Side force of the wind, read from the tables that core computed [N]. */
export function sideForceAt(
  evaluation: Evaluation,
  tables: LeanSheetTables | undefined,
  condition: Condition,
): number {
  const at = (table: number[][]) =>
    lookUp(
      table,
      evaluation.road_m_s,
      evaluation.wind_m_s,
      condition.roadKmh / 3.6,
      condition.windMps,
    );
  if (condition.windFromDeg === 90 || tables === undefined) return at(evaluation.side_force_n);
  const step = (tables.angle_rad[1] ?? 1) - (tables.angle_rad[0] ?? 0);
  const place = (condition.windFromDeg * Math.PI) / 180 / step;
  const low = Math.min(Math.floor(place), tables.angle_rad.length - 2);
  const share = place - low;
  return (
    at(tables.side_force_n[low] ?? []) * (1 - share) +
    at(tables.side_force_n[low + 1] ?? []) * share
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

/** Which end and set-up is looked at, for a frame that twists. */
export type LeanView = { tables: LeanSheetTables; when: "before" | "after"; axle: AxleName };

export function readingAt(
  evaluation: Evaluation,
  tables: LeanTables,
  condition: Condition,
  view?: LeanView,
): Reading {
  const force = sideForceAt(evaluation, view?.tables, condition);
  const bend = fromG(condition.bendG);
  const read = (table: number[][]) =>
    lookUp(table, evaluation.bend_m_s2, evaluation.force_n, bend, force);
  return {
    leanRad: twistedLean(condition, view, bend, force) ?? read(tables.lean_rad),
    frontTyreRad: read(tables.front_tyre_roll_rad),
    rearTyreRad: read(tables.rear_tyre_roll_rad),
    wheelsN: tables.wheel_load_n.map(read),
  };
}

function twistedLean(
  condition: Condition,
  view: LeanView | undefined,
  bend: number,
  force: number,
): number | undefined {
  if (view === undefined || condition.frame === null) return undefined;
  const { frame } = view.tables;
  const tables = frame[view.when][condition.frame];
  return tables && lookUp(tables[`${view.axle}_rad`], frame.bend_m_s2, frame.force_n, bend, force);
}
