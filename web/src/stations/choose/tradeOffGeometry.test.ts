import { describe, expect, it } from "vitest";
import { nearestTowards, spread } from "./tradeOffGeometry";

describe("nearestTowards", () => {
  const points = [
    { x: 0, y: 0 },
    { x: 10, y: 2 },
    { x: 30, y: 0 },
    { x: 4, y: -20 },
    { x: -1, y: 40 },
  ];

  it("goes to the near one of those that lie that way", () => {
    expect(nearestTowards(points, 0, [1, 0])).toBe(1);
    expect(nearestTowards(points, 1, [1, 0])).toBe(2);
    expect(nearestTowards(points, 0, [0, -1])).toBe(3);
    expect(nearestTowards(points, 0, [0, 1])).toBe(4);
  });

  it("stays where nothing lies that way", () => {
    expect(nearestTowards(points, 2, [1, 0])).toBe(2);
    expect(nearestTowards(points, 0, [-1, 0])).toBe(0);
  });
});

describe("spread", () => {
  it("keeps every value on the paper, also where all are the same", () => {
    for (const values of [
      [2, 3.5, 4.1],
      [3, 3],
    ]) {
      const scale = spread(values, 50, 700);
      for (const value of values) expect(scale(value)).toBeGreaterThan(50);
      for (const value of values) expect(scale(value)).toBeLessThan(700);
    }
  });
});
