import type { Sheet } from "../api/types";
import type { Point } from "./point";

export type SideFrame = {
  pxPerM: number;
  ground: number;
  frontBumper: number;
  rearBumper: number;
  frontAxle: number;
  rearAxle: number;
  blocks: { left: number; right: number; top: number; bottom: number }[];
};

/**
 * Frame of a side view, front to the left.
 * @param left - where the front bumper is drawn [px]
 * @param ground - where the ground is drawn [px]
 */
export function sideFrame(sheet: Sheet, pxPerM: number, left: number, ground: number): SideFrame {
  let at = left;
  const blocks = sheet.profile.blocks.map((block) => {
    const start = at;
    at += block.length_m.value * pxPerM;
    return {
      left: start,
      right: at,
      top: ground - block.top_m.value * pxPerM,
      bottom: ground - block.bottom_m.value * pxPerM,
    };
  });
  const frontAxle = left + sheet.profile.front_overhang_m.value * pxPerM;
  return {
    pxPerM,
    ground,
    frontBumper: left,
    rearBumper: at,
    frontAxle,
    rearAxle: frontAxle + sheet.wheelbase_m.value * pxPerM,
    blocks,
  };
}

/** Length of the vehicle as its blocks and its rear axle need it [m]. */
function drawnLength(sheet: Sheet): number {
  const blocks = sheet.profile.blocks.reduce((sum, block) => sum + block.length_m.value, 0);
  const axles = sheet.profile.front_overhang_m.value + sheet.wheelbase_m.value + 0.5;
  return Math.max(blocks, axles);
}

/** The blocks' common outline, left to right along the tops and back along the undersides. */
export function profileOutline(frame: SideFrame): Point[] {
  const tops = frame.blocks.flatMap((b) => [
    { x: b.left, y: b.top },
    { x: b.right, y: b.top },
  ]);
  const undersides = [...frame.blocks].reverse().flatMap((b) => [
    { x: b.right, y: b.bottom },
    { x: b.left, y: b.bottom },
  ]);
  return [...tops, ...undersides];
}

/** Scale shared by the side view and the plan below it [px/m], so that they line up. */
export function lengthwiseScale(sheet: Sheet): number {
  const tallest = Math.max(
    sheet.roof_height_m.value,
    ...sheet.profile.blocks.map(({ top_m }) => top_m.value),
  );
  return Math.min(600 / drawnLength(sheet), 186 / tallest, 74);
}
