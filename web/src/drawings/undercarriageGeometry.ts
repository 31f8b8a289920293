import type { AxleName, Sheet } from "../api/types";
import type { Point } from "./point";

export type UnderFrame = {
  /** Paper pixels; front to the left, the vehicle's left side at the bottom. */
  width: number;
  height: number;
  middle: number;
  axleX: Record<AxleName, number>;
  halfTrack: Record<AxleName, number>;
};

/** Where each kind of part sits: along from the axle, and out from the middle, paper pixels. */
const PLACES: Record<string, { along: number; out: number }> = {
  bar: { along: -58, out: 0 },
  link: { along: -34, out: 84 },
  bushing: { along: -66, out: 46 },
  bracket: { along: -92, out: 56 },
  shock: { along: 36, out: 66 },
  shock_mount: { along: 52, out: 40 },
  spring: { along: 74, out: 92 },
  u_bolts: { along: 0, out: 96 },
  axle_tube: { along: 0, out: 44 },
  brake_lines: { along: 26, out: -26 },
  wiring: { along: 26, out: 26 },
  frame: { along: 118, out: 62 },
  crossmember: { along: -96, out: 0 },
  cradle: { along: -30, out: 0 },
  steering_link: { along: 50, out: 0 },
  steering_damper: { along: 84, out: 0 },
  splash_shield: { along: -124, out: -26 },
  liner: { along: -20, out: 112 },
  brace: { along: -124, out: 26 },
  exhaust: { along: 96, out: -32 },
  drive_shaft: { along: -120, out: 0 },
  spare_carrier: { along: 128, out: 0 },
  air_lines: { along: 62, out: 34 },
};

/** Frame of the view from below. */
export function underFrame(sheet: Sheet, width: number, height: number): UnderFrame {
  const out = (axle: AxleName) => 112 + (sheet[axle].dual_spacing_m ? 6 : 0);
  return {
    width,
    height,
    middle: height / 2,
    axleX: { front: width * 0.245, rear: width * 0.73 },
    halfTrack: { front: out("front"), rear: out("rear") },
  };
}

/**
 * Where a part is marked.
 * @param key - such as "rear_link_left"
 */
export function partPoint(frame: UnderFrame, key: string): Point {
  const axle: AxleName = key.startsWith("front_") ? "front" : "rear";
  const name = key.replace(/^(front|rear)_/, "").replace(/_(left|right)$/, "");
  const side = key.endsWith("_left") ? 1 : key.endsWith("_right") ? -1 : 0;
  const { along, out } = PLACES[name] ?? { along: 0, out: 0 };
  return { x: frame.axleX[axle] + along, y: frame.middle + (side || 1) * out };
}
