import { scaleLinear } from "@visx/scale";

/** A scale that spreads values over a stretch of paper with a little room at both ends. */
export function spread(values: number[], from: number, to: number) {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const room = Math.max((high - low) * 0.06, 0.05);
  return scaleLinear<number>({ domain: [low - room, high + room], range: [from, to] });
}

/**
 * The point nearest in a direction: within a quarter turn of it, near before straight.
 * @param here - index of the point one stands on
 * @param towards - unit step, paper pixels with y down
 * @returns its index, or `here` where nothing lies that way
 */
export function nearestTowards(
  points: { x: number; y: number }[],
  here: number,
  towards: [number, number],
): number {
  const from = points[here];
  if (from === undefined) return 0;
  let best = here;
  let least = Infinity;
  points.forEach(({ x, y }, i) => {
    const [dx, dy] = [x - from.x, y - from.y];
    const along = dx * towards[0] + dy * towards[1];
    const across = Math.abs(dx * towards[1]) + Math.abs(dy * towards[0]);
    if (i === here || along <= 0.01 || across > along) return;
    const cost = along + 2 * across;
    if (cost < least) [best, least] = [i, cost];
  });
  return best;
}
