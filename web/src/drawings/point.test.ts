import { describe, expect, it } from "vitest";
import { pathOf, roundedPath, turned } from "./point";

const numbers = (path: string) => (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);

describe("turned", () => {
  it("turns clockwise on paper, where y points down", () => {
    const { x, y } = turned({ x: 1, y: 0 }, { x: 0, y: 0 }, Math.PI / 2);
    expect(x).toBeCloseTo(0);
    expect(y).toBeCloseTo(1);
  });

  it("keeps the distance to the centre and comes back when turned back", () => {
    const centre = { x: 3, y: -2 };
    const there = turned({ x: 10, y: 4 }, centre, 0.7);
    expect(Math.hypot(there.x - 3, there.y + 2)).toBeCloseTo(Math.hypot(7, 6));
    const back = turned(there, centre, -0.7);
    expect(back.x).toBeCloseTo(10);
    expect(back.y).toBeCloseTo(4);
  });
});

describe("pathOf", () => {
  const points = [
    { x: 0, y: 0 },
    { x: 10, y: 5 },
  ];

  it("starts with a move and closes only when asked", () => {
    expect(pathOf(points)).toBe("M0.00 0.00 L10.00 5.00 Z");
    expect(pathOf(points, false).endsWith("Z")).toBe(false);
  });
});

describe("roundedPath", () => {
  const square = [
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 100, y: 100 },
    { x: 0, y: 100 },
  ];

  it("stays inside the corners it rounds", () => {
    for (const value of numbers(roundedPath(square, 20))) {
      expect(value).toBeGreaterThanOrEqual(0);
      expect(value).toBeLessThanOrEqual(100);
    }
  });

  it("never takes more than half of a side, however large the radius", () => {
    expect(roundedPath(square, 1000)).toBe(roundedPath(square, 50));
  });
});
