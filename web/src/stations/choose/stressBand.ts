import type { Point } from "../../drawings/point";

/**
 * A band drawn outward from a line, as wide at each point as its height.
 * @param points - along the line, two of the same place where a piece ends and the next begins
 * @param heights - at each point [px]
 * @returns an SVG path; outward is the left of the way along
 */
export function stressBand(points: Point[], heights: number[]): string {
  let path = "";
  for (let i = 0; i + 1 < points.length; i += 2) {
    const [a, b] = [points[i], points[i + 1]];
    if (a === undefined || b === undefined) break;
    const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const out = { x: (b.y - a.y) / long, y: -(b.x - a.x) / long };
    const up = (point: Point, height: number) =>
      `${(point.x + out.x * height).toFixed(1)} ${(point.y + out.y * height).toFixed(1)}`;
    path +=
      `M${a.x.toFixed(1)} ${a.y.toFixed(1)} L${up(a, heights[i] ?? 0)} ` +
      `L${up(b, heights[i + 1] ?? 0)} L${b.x.toFixed(1)} ${b.y.toFixed(1)} Z `;
  }
  return path.trim();
}
