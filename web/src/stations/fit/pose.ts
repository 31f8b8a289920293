import type { AxleFit, AxleFitReport, Obstacle, Side } from "../../api/types";
import { readCurve } from "../../drawings/lookup";

/** Bar's axis, arm tip and the link's far hole of one side at one travel [m, rad]. */
export type Pose = {
  axis: [number, number];
  tip: [number, number];
  hole: [number, number];
  arm: number;
  link: number;
  between: number;
  motionRatio: number;
};

/** Share of the axle's travel that an obstacle makes. */
const TRAVEL_SHARE = { frame: 0, between: 0.5, axle: 1 } as const;

/**
 * Where one side stands, read off its tape; null where it cannot be assembled there.
 * @param travel - axle towards the body is positive [m]
 */
export function poseAt(
  fit: AxleFit,
  report: AxleFitReport,
  side: Side,
  travel: number,
): Pose | null {
  const tape = report[side];
  const read = (values: (number | null)[]) => readCurve(report.travel_m, values, travel);
  const pick = fit[side];
  const [axisUp, tipForward, tipUp, holeUp] = [
    read(tape.axis_up_m),
    read(tape.tip_forward_m),
    read(tape.tip_up_m),
    read(tape.hole_up_m),
  ];
  const [arm, link, between, motionRatio] = [
    read(tape.arm_rad),
    read(tape.link_rad),
    read(tape.between_rad),
    read(tape.motion_ratio),
  ];
  const axisForward = fit.bar_places[pick.bar_place ?? 0]?.forward_m.value;
  const holeForward = fit.link_holes[pick.link_hole ?? 0]?.forward_m.value;
  if (axisUp === null || tipForward === null || tipUp === null || holeUp === null) return null;
  if (arm === null || link === null || between === null || motionRatio === null) return null;
  return {
    axis: [axisForward ?? 0, axisUp],
    tip: [tipForward, tipUp],
    hole: [holeForward ?? 0, holeUp],
    arm,
    link,
    between,
    motionRatio,
  };
}

/** How far an obstacle has gone up at an axle travel [m]. */
export function liftOf(obstacle: Obstacle, travel: number): number {
  return TRAVEL_SHARE[obstacle.moves] * travel;
}
