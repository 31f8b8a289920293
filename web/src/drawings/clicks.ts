import type { Point } from "./point";

/** Up to four clicks on a picture: both ends of a body line, then of the horizon. */
export type Clicks = Point[];

export const LINE_NAMES = ["body line", "horizon"] as const;
const PROMPTS = [
  "click one end of a level line on the body",
  "click its other end",
  "click one end of the horizon or of the ground",
  "click its other end",
];

export const complete = (clicks: Clicks) => clicks.length === 4;

/** One click more; a fifth begins again. */
export const addClick = (clicks: Clicks, point: Point): Clicks =>
  complete(clicks) ? [point] : [...clicks, point];

/** What is to be clicked next. */
export const wanted = (clicks: Clicks): string => PROMPTS[clicks.length] ?? "both lines are there";

/** Body line and horizon as the server reads them: x1, y1, x2, y2 in pixels. */
export function linesOf(clicks: Clicks) {
  const line = (at: number): [number, number, number, number] => {
    const [a, b] = [clicks[at] ?? { x: 0, y: 0 }, clicks[at + 1] ?? { x: 0, y: 0 }];
    return [a.x, a.y, b.x, b.y];
  };
  return { body: line(0), horizon: line(2) };
}
