import type { Axle, RigKind, Sheet } from "../api/types";
import type { Point } from "./point";

/** One vehicle end as drawn: scale and the places of its parts, paper pixels. */
export type EndFrame = {
  pxPerM: number;
  middle: number;
  ground: number;
  bodyHalf: number;
  floor: number;
  roof: number;
  wheels: { x: number; width: number; height: number; inner: boolean }[];
  hub: number;
};

const TYRE_WIDTH_M = 0.22;

/**
 * Frame of a rear or front view.
 * @param middle - where the centre plane is drawn [px]
 * @param ground - where the ground is drawn [px]
 */
export function endFrame(
  sheet: Sheet,
  axle: Axle,
  pxPerM: number,
  middle: number,
  ground: number,
): EndFrame {
  const half = (axle.track_m.value / 2) * pxPerM;
  const radius = axle.wheel_centre_height_m.value * pxPerM;
  const pair = axle.dual_spacing_m ? (axle.dual_spacing_m.value / 2) * pxPerM : 0;
  const offsets = pair ? [-pair, pair] : [0];
  const width = TYRE_WIDTH_M * pxPerM;
  return {
    pxPerM,
    middle,
    ground,
    bodyHalf: (sheet.width_m.value / 2) * pxPerM,
    floor: ground - sheet.floor_height_m.value * pxPerM,
    roof: ground - sheet.roof_height_m.value * pxPerM,
    hub: ground - radius,
    wheels: [-1, 1].flatMap((side) =>
      offsets.map((offset) => ({
        x: middle + side * half + offset,
        width,
        height: 2 * radius,
        inner: offset * side < 0,
      })),
    ),
  };
}

/** Outline of the body from behind: a box, or a cab above a wider bed. */
export function bodyOutline(kind: RigKind, frame: EndFrame): Point[] {
  const { middle, bodyHalf, floor, roof } = frame;
  const at = (x: number, y: number): Point => ({ x: middle + x * bodyHalf, y });
  const up = (share: number) => floor + (roof - floor) * share;
  switch (kind) {
    case "pickup":
    case "wagon":
    case "van":
      return [
        at(-1, floor),
        at(-1, up(0.55)),
        at(-0.78, roof),
        at(0.78, roof),
        at(1, up(0.55)),
        at(1, floor),
      ];
    case "camper_pickup":
      return [
        at(-0.92, floor),
        at(-0.92, up(0.28)),
        at(-1, up(0.32)),
        at(-1, roof),
        at(1, roof),
        at(1, up(0.32)),
        at(0.92, up(0.28)),
        at(0.92, floor),
      ];
    default:
      return [at(-1, floor), at(-1, roof), at(1, roof), at(1, floor)];
  }
}

/** Spring between axle and floor: a zigzag of an even number of turns. */
export function springLine(x: number, low: number, high: number, halfWidth: number): Point[] {
  const turns = 6;
  const points: Point[] = [{ x, y: low }];
  for (let i = 1; i < turns; i += 1) {
    points.push({ x: x + (i % 2 ? halfWidth : -halfWidth), y: low + ((high - low) * i) / turns });
  }
  return [...points, { x, y: high }];
}
