import { expect, it } from "vitest";
import type { Point } from "./point";
import { pictureTransform } from "./pictureGeometry";

function applied(transform: string, point: Point): Point {
  const numbers = transform.slice(7, -1).split(" ").map(Number);
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = numbers;
  return { x: a * point.x + c * point.y + e, y: b * point.x + d * point.y + f };
}

it("both marks fall on their targets, whatever the turn and the scale", () => {
  const marks = [
    { x: 210, y: 640 },
    { x: 890, y: 590 },
  ] as const;
  const targets = [
    { x: 116, y: 392 },
    { x: 402, y: 392 },
  ] as const;
  const transform = pictureTransform(marks, targets);
  for (const i of [0, 1] as const) {
    const at = applied(transform, marks[i]);
    expect(at.x).toBeCloseTo(targets[i].x, 1);
    expect(at.y).toBeCloseTo(targets[i].y, 1);
  }
});

it("a picture is never stretched: distances keep their proportion", () => {
  const transform = pictureTransform(
    [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
    ],
    [
      { x: 10, y: 10 },
      { x: 10, y: 60 },
    ],
  );
  const corner = applied(transform, { x: 100, y: 100 });
  expect(Math.hypot(corner.x - 10, corner.y - 10)).toBeCloseTo(Math.SQRT2 * 50, 1);
});
