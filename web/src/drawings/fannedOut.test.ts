import { describe, expect, it } from "vitest";
import { fannedOut } from "./fannedOut";

const room = { width: 760, height: 400, edge: 24 };
const apart = (points: { x: number; y: number }[]) =>
  Math.min(
    ...points.flatMap((one, i) =>
      points.slice(i + 1).map((other) => Math.hypot(one.x - other.x, one.y - other.y)),
    ),
  );

describe("fannedOut", () => {
  it("leaves alone what is far enough apart", () => {
    const points = [
      { x: 100, y: 100 },
      { x: 160, y: 100 },
    ];
    expect(fannedOut(points, 48, room)).toEqual(points);
  });

  it("parts a crowd, and two at one spot, within the paper", () => {
    const crowd = Array.from({ length: 24 }, (_, i) => ({ x: 40 + (i % 6) * 26, y: 20 + i * 4 }));
    const points = fannedOut([...crowd, { x: 200, y: 200 }, { x: 200, y: 200 }], 48, room);
    expect(apart(points)).toBeGreaterThanOrEqual(48);
    for (const { x, y } of points) {
      expect(Math.min(x, room.width - x)).toBeGreaterThanOrEqual(24);
      expect(Math.min(y, room.height - y)).toBeGreaterThanOrEqual(24);
    }
  });
});
