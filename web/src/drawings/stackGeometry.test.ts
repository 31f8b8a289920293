import { describe, expect, it } from "vitest";
import { sideFrame } from "./sideGeometry";
import { massPlace, massPoint, massRadius } from "./stackGeometry";
import { vehicle } from "./vehicleForTests";

const frame = sideFrame(vehicle, 80, 40, 230);

describe("masses on the side view", () => {
  it("come back from where they are drawn", () => {
    const point = massPoint(frame, 2.31, 1.07);
    expect(massPlace(frame, point)).toEqual({ behindM: 2.31, heightM: 1.07 });
    expect(point.x).toBeCloseTo(40 + 80 * (1 + 2.31));
  });

  it("are never dragged into the ground", () => {
    expect(massPlace(frame, { x: 100, y: 400 }).heightM).toBe(0);
  });

  it("have areas that go with the mass, and stay pressable", () => {
    expect(massRadius(400, 1600)).toBeCloseTo(massRadius(1600, 1600) / 2);
    expect(massRadius(0.1, 5000)).toBe(5);
    expect(massRadius(0, 0)).toBe(5);
  });
});
