import type { Point } from "./point";

type Room = { width: number; height: number; edge: number };

const MOST_ROUNDS = 600;
/** So much further than asked, or the last hair takes for ever. */
const SPARE = 0.5;

/**
 * Points moved apart as little as it takes, so that a finger finds each.
 * @param apart - least distance between any two, paper pixels
 * @param room - the paper, and how far from its edges they stay
 */
export function fannedOut(points: readonly Point[], apart: number, room: Room): Point[] {
  const moved = points.map(({ x, y }) => ({ x, y }));
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    let close = false;
    for (const [i, one] of moved.entries()) {
      for (const [j, other] of moved.entries()) {
        if (j <= i) continue;
        const far = Math.hypot(other.x - one.x, other.y - one.y);
        if (far >= apart) continue;
        close = true;
        // Two at one spot part along a direction of their own.
        const turn = far > 0 ? Math.atan2(other.y - one.y, other.x - one.x) : i + j;
        const push = (apart + SPARE - far) / 2;
        one.x -= push * Math.cos(turn);
        one.y -= push * Math.sin(turn);
        other.x += push * Math.cos(turn);
        other.y += push * Math.sin(turn);
      }
    }
    for (const point of moved) {
      point.x = Math.min(Math.max(point.x, room.edge), room.width - room.edge);
      point.y = Math.min(Math.max(point.y, room.edge), room.height - room.edge);
    }
    if (!close) break;
  }
  return moved;
}
