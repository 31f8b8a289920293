/** A point of a drawing, in paper pixels, y down. */
export type Point = { x: number; y: number };

/** Turn a point about a centre, clockwise as seen on paper. */
export function turned(point: Point, centre: Point, angleRad: number): Point {
  const [dx, dy] = [point.x - centre.x, point.y - centre.y];
  const [cos, sin] = [Math.cos(angleRad), Math.sin(angleRad)];
  return { x: centre.x + dx * cos - dy * sin, y: centre.y + dx * sin + dy * cos };
}

/** Points as an SVG path; closed unless told otherwise. */
export function pathOf(points: Point[], closed = true): string {
  const steps = points.map(({ x, y }, i) => `${i ? "L" : "M"}${x.toFixed(2)} ${y.toFixed(2)}`);
  return steps.join(" ") + (closed ? " Z" : "");
}

/**
 * Closed outline with rounded corners.
 * @param points - corners in order
 * @param radius - largest radius [px]; short sides get a smaller one
 */
export function roundedPath(points: Point[], radius: number): string {
  const parts: string[] = [];
  points.forEach((corner, i) => {
    const before = points[(i + points.length - 1) % points.length] as Point;
    const after = points[(i + 1) % points.length] as Point;
    const enter = towards(corner, before, radius);
    const leave = towards(corner, after, radius);
    parts.push(`${i ? "L" : "M"}${enter.x.toFixed(2)} ${enter.y.toFixed(2)}`);
    parts.push(
      `Q${corner.x.toFixed(2)} ${corner.y.toFixed(2)} ${leave.x.toFixed(2)} ${leave.y.toFixed(2)}`,
    );
  });
  return parts.join(" ") + " Z";
}

function towards(from: Point, to: Point, distance: number): Point {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const share = Math.min(distance / length, 0.5);
  return { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
}
