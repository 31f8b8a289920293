import type { Point } from "./point";

/**
 * SVG transform that lays a picture under a drawing so that two marked points of it fall on two
 * points of the drawing: turned, scaled and moved, never stretched.
 * @param marks - the two points in the picture, its own pixels
 * @param targets - where they belong, paper pixels
 */
export function pictureTransform(
  marks: readonly [Point, Point],
  targets: readonly [Point, Point],
): string {
  const [from, to] = [delta(...marks), delta(...targets)];
  const length = Math.hypot(from.x, from.y) || 1;
  const scale = Math.hypot(to.x, to.y) / length;
  const angle = Math.atan2(to.y, to.x) - Math.atan2(from.y, from.x);
  const [cos, sin] = [Math.cos(angle) * scale, Math.sin(angle) * scale];
  const x = targets[0].x - (cos * marks[0].x - sin * marks[0].y);
  const y = targets[0].y - (sin * marks[0].x + cos * marks[0].y);
  return `matrix(${[cos, sin, -sin, cos, x, y].map((v) => v.toFixed(5)).join(" ")})`;
}

function delta(a: Point, b: Point): Point {
  return { x: b.x - a.x, y: b.y - a.y };
}
