import type { Point } from "../../drawings/point";

/**
 * Paper place of a point across the vehicle and above the ground, seen from behind: left is left.
 * @param half - of the vehicle's width that must be seen [m]
 * @param top - height that must be seen [m]
 */
export function acrossFrame(half: number, top: number, width: number, height: number) {
  const pxPerM = Math.min((width - 60) / (2 * half), (height - 70) / top);
  const ground = height - 34;
  return {
    pxPerM,
    ground,
    at: (across: number, up: number): Point => ({
      x: width / 2 - across * pxPerM,
      y: ground - up * pxPerM,
    }),
  };
}
