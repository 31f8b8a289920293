import type { AxleFit, AxleFitReport } from "../../api/types";
import type { Point } from "../../drawings/point";

/** A side view around one axle: the front of the vehicle to the left, the frame standing still. */
export type SideFrame = {
  pxPerM: number;
  /** Paper place of a point forward of the axle's middle and above the ground at ride height. */
  at: (forward: number, up: number) => Point;
  left: number;
  right: number;
};

const ROOM = { left: 92, right: 92, top: 40, bottom: 46 };

/**
 * Frame that holds bar, link, rail and ground of an axle.
 * @param width - of the paper [px]
 * @param height - of the paper [px]
 */
export function sideFrame(
  fit: AxleFit,
  report: AxleFitReport,
  width: number,
  height: number,
): SideFrame {
  const spots = [...fit.link_holes, ...fit.bar_places].map((hole) => hole.forward_m.value);
  const arm = report.arms_m[0] ?? 0.25;
  const reach = fit.heading === "forward" ? arm : -arm;
  const forward = [...spots, (fit.bar_places[0]?.forward_m.value ?? 0) + reach, 0.12, -0.12];
  const low = Math.min(...forward) - 0.1;
  const high = Math.max(...forward) + 0.1;
  const top = Math.max(
    fit.rail.edge_m.value + fit.rail.depth_m.value,
    ...fit.link_holes.map((hole) => hole.height_m.value + 0.05),
  );
  const [inner, tall] = [width - ROOM.left - ROOM.right, height - ROOM.top - ROOM.bottom];
  const pxPerM = Math.min(inner / (high - low), tall / top);
  const middle = ROOM.left + inner / 2 + ((low + high) / 2) * pxPerM;
  return {
    pxPerM,
    at: (forward, up) => ({ x: middle - forward * pxPerM, y: ROOM.top + (top - up) * pxPerM }),
    left: ROOM.left,
    right: width - ROOM.right,
  };
}

/**
 * Where a share of an obstacle's outline lies: its corners for a box, its ends for a segment.
 * @param lift - how far it has gone up [m]
 */
export function outlineOf(
  shape: { forward: number; up: number; run: number; rise: number; box: boolean },
  frame: SideFrame,
  lift: number,
): Point[] {
  const [run, rise] = [shape.run / 2, shape.rise / 2];
  const corners: [number, number][] = shape.box
    ? [
        [-run, -rise],
        [run, -rise],
        [run, rise],
        [-run, rise],
      ]
    : [
        [-run, -rise],
        [run, rise],
      ];
  return corners.map(([x, z]) => frame.at(shape.forward + x, shape.up + lift + z));
}
