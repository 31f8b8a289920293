import { describe, expect, it } from "vitest";
import { partPoint, underFrame } from "./undercarriageGeometry";
import { vehicle } from "./vehicleForTests";

const frame = underFrame(vehicle, 760, 420);

describe("partPoint", () => {
  it("mirrors left and right about the middle", () => {
    const [left, right] = [partPoint(frame, "rear_link_left"), partPoint(frame, "rear_link_right")];
    expect(left.x).toBe(right.x);
    expect(left.y - frame.middle).toBe(frame.middle - right.y);
  });

  it("keeps every two parts of an axle a finger apart", () => {
    const sided = ["link", "bushing", "bracket", "shock", "spring", "u_bolts", "frame"];
    const rear = [
      "bar",
      "axle_tube",
      "brake_lines",
      "wiring",
      "brace",
      "exhaust",
      "drive_shaft",
      "spare_carrier",
      "air_lines",
    ];
    const front = [
      "bar",
      "axle_tube",
      "brake_lines",
      "wiring",
      "crossmember",
      "steering_link",
      "steering_damper",
      "splash_shield",
      "brace",
      "exhaust",
      "air_lines",
    ];
    for (const [axle, single] of [
      ["front", front],
      ["rear", rear],
    ] as const) {
      const keys = [
        ...single.map((name) => `${axle}_${name}`),
        ...sided.flatMap((name) => [`${axle}_${name}_left`, `${axle}_${name}_right`]),
      ];
      const points = keys.map((key) => ({ key, ...partPoint(frame, key) }));
      for (const [i, one] of points.entries()) {
        for (const other of points.slice(i + 1)) {
          const apart = Math.hypot(one.x - other.x, one.y - other.y);
          expect(apart, `${one.key} and ${other.key}`).toBeGreaterThanOrEqual(26);
        }
      }
    }
  });
});
