import { describe, expect, it } from "vitest";
import { bodyOutline, endFrame, springLine } from "./endGeometry";
import { vehicle } from "./vehicleForTests";

const frameOf = (axle: "front" | "rear") => endFrame(vehicle, vehicle[axle], 100, 300, 400);

describe("endFrame", () => {
  it("stands every wheel on the ground, half a track from the middle", () => {
    const { wheels, hub } = frameOf("front");
    expect(wheels.map(({ x }) => x)).toEqual([210, 390]);
    expect(wheels.every(({ height }) => height === 80)).toBe(true);
    expect(hub).toBe(360);
  });

  it("draws dual tyres a dual spacing apart about the track, the inner ones marked", () => {
    const { wheels } = frameOf("rear");
    expect(wheels.map(({ x }) => x)).toEqual([195, 225, 375, 405]);
    expect(wheels.map(({ inner }) => inner)).toEqual([false, true, true, false]);
  });

  it("draws floor and roof at their heights", () => {
    const { floor, roof } = frameOf("rear");
    expect(floor).toBeCloseTo(330);
    expect(roof).toBeCloseTo(110);
  });
});

describe("bodyOutline", () => {
  it("is even left and right and as wide as the body, for every kind", () => {
    const frame = frameOf("rear");
    for (const kind of ["motorhome", "coach", "pickup", "camper_pickup", "wagon", "van"] as const) {
      const points = bodyOutline(kind, frame);
      const left = Math.min(...points.map(({ x }) => x));
      const right = Math.max(...points.map(({ x }) => x));
      expect(right - left).toBeCloseTo(220);
      expect((left + right) / 2).toBeCloseTo(300);
      expect(Math.min(...points.map(({ y }) => y))).toBeCloseTo(frame.roof);
      expect(Math.max(...points.map(({ y }) => y))).toBeCloseTo(frame.floor);
    }
  });
});

describe("springLine", () => {
  it("runs from seat to seat and swings evenly about its own line", () => {
    const points = springLine(50, 200, 140, 5);
    expect(points[0]).toEqual({ x: 50, y: 200 });
    expect(points.at(-1)).toEqual({ x: 50, y: 140 });
    expect(points.every(({ x }) => Math.abs(x - 50) <= 5)).toBe(true);
  });
});
