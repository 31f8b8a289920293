/**
 * A scale that spreads values over a stretch of paper with a little room at both ends.
 * @returns the scale, and round values to mark on it
 */
export function spread(
  values: number[],
  from: number,
  to: number,
): [(value: number) => number, number[]] {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const room = Math.max((high - low) * 0.06, 0.05);
  const [start, end] = [low - room, high + room];
  const scale = (value: number) => from + ((value - start) / (end - start)) * (to - from);
  return [scale, roundTicks(start, end)];
}

/** Some five round values between two. */
export function roundTicks(low: number, high: number): number[] {
  const rough = (high - low) / 5;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((part) => part * power).find((size) => size >= rough) ?? rough;
  const first = Math.ceil(low / step);
  const count = Math.floor(high / step) - first + 1;
  return Array.from({ length: count }, (_, i) => Number(((first + i) * step).toPrecision(6)));
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
