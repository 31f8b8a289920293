import type { Point } from "./point";
import type { SideFrame } from "./sideGeometry";

/** Smallest and largest mark of a mass [px]. */
const SMALLEST = 5;
const LARGEST = 26;

/**
 * Radius of a mass's mark: its area goes with the mass.
 * @param massKg - this one
 * @param largestKg - the heaviest on the drawing
 */
export function massRadius(massKg: number, largestKg: number): number {
  if (largestKg <= 0) return SMALLEST;
  return Math.max(SMALLEST, LARGEST * Math.sqrt(massKg / largestKg));
}

/** Where a mass's centre is drawn on a side view. */
export function massPoint(frame: SideFrame, behindFrontAxleM: number, heightM: number): Point {
  return {
    x: frame.frontAxle + behindFrontAxleM * frame.pxPerM,
    y: frame.ground - heightM * frame.pxPerM,
  };
}

/**
 * The place on the vehicle that a point of the drawing stands for, to the centimetre.
 * @returns behind the front axle and above ground [m]
 */
export function massPlace(frame: SideFrame, point: Point): { behindM: number; heightM: number } {
  const round = (value: number) => Math.round(value * 100) / 100;
  return {
    behindM: round((point.x - frame.frontAxle) / frame.pxPerM),
    heightM: round(Math.max(0, frame.ground - point.y) / frame.pxPerM),
  };
}
