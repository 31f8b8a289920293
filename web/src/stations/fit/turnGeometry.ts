import type { AxleFit, AxleFitReport, Obstacle } from "../../api/types";
import { liftOf } from "./pose";
import type { Pose } from "./pose";

/** A point of the undercarriage: forward, left, up [m]. */
export type Spot = [number, number, number];

type Poses = { left: Pose; right: Pose };

/**
 * The bar's centre line as it stands on the vehicle, right eye to left eye.
 * @param poses - where both sides stand at their travel
 */
export function barSpots(fit: AxleFit, report: AxleFitReport, poses: Poses): Spot[] {
  const line = report.bar.centre_line_m;
  const middle = line[Math.floor((line.length - 1) / 2)] ?? [0, 0, 0];
  const [middleX = 0, , middleZ = 0] = middle;
  const eye = line.at(-1) ?? [0, 0, 0];
  const atRest = Math.atan2((eye[2] ?? 0) - middleZ, (eye[0] ?? 0) - middleX);
  const direction = fit.heading === "forward" ? 1 : -1;
  return line.map(([x = 0, y = 0, z = 0]): Spot => {
    const pose = y >= 0 ? poses.left : poses.right;
    const turn = pose.arm - atRest;
    const [along, up] = [x - middleX, z - middleZ];
    return [
      pose.axis[0] + direction * (along * Math.cos(turn) - up * Math.sin(turn)),
      y + fit.seat.bar_offset_m.value,
      pose.axis[1] + along * Math.sin(turn) + up * Math.cos(turn),
    ];
  });
}

/** Both ends of a link: the arm's eye, and the far hole. */
export function linkSpots(
  fit: AxleFit,
  bar: Spot[],
  poses: Poses,
  side: "left" | "right",
): [Spot, Spot] {
  const sign = side === "left" ? 1 : -1;
  const eye = (side === "left" ? bar.at(-1) : bar[0]) ?? [0, 0, 0];
  const pose = poses[side];
  return [
    [pose.tip[0], eye[1], pose.tip[1]],
    [pose.hole[0], (sign * fit.seat.link_holes_apart_m.value) / 2, pose.hole[1]],
  ];
}

export type Block = { middle: Spot; size: Spot; pitch: number; round: boolean };

/** An obstacle as blocks, one or two: its middle, its size, and how it pitches. */
export function blocksOf(one: Obstacle, travel: number): Block[] {
  const across: [number, number][] = [[one.right_m.value, one.left_m.value]];
  if (one.sides === "both") across.push([-one.left_m.value, -one.right_m.value]);
  const up = one.height_m.value + liftOf(one, travel);
  const [run, rise, size] = [one.run_m.value, one.rise_m.value, one.size_m.value];
  return across.map(([low, high]): Block => {
    const middle: Spot = [one.forward_m.value, (low + high) / 2, up];
    const wide = high - low;
    if (one.shape === "circle") return { middle, size: [size, wide, size], pitch: 0, round: true };
    if (one.shape === "box")
      return { middle, size: [Math.abs(run), wide, Math.abs(rise)], pitch: 0, round: false };
    return {
      middle,
      size: [Math.hypot(run, rise) + size, wide, size],
      pitch: Math.atan2(rise, run),
      round: false,
    };
  });
}
