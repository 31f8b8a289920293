import type { Known } from "../api/types";
import type { Point } from "./point";

const TICK = 4;

/** How the stroke of a dimension says how its number is known. */
export function strokeFor(known: Known): { dash?: string; hollow: boolean } {
  switch (known) {
    case "estimated":
      return { dash: "1 3.5", hollow: false };
    case "quoted":
      return { dash: "7 3 1 3", hollow: false };
    case "default":
      return { hollow: true };
    default:
      return { hollow: false };
  }
}

type DimensionLineProps = { from: Point; to: Point; known: Known; extend?: [Point, Point] };

/** A dimension line with drafting ticks; dotted if estimated, hollow ends if a default. */
export function DimensionLine({ from, to, known, extend }: DimensionLineProps) {
  const { dash, hollow } = strokeFor(known);
  const ends = [from, to];
  return (
    <g aria-hidden="true">
      {extend?.map((start, i) => {
        const end = ends[i] as Point;
        return (
          <line
            key={i}
            className="pale-1"
            opacity={0.45}
            x1={start.x}
            y1={start.y}
            x2={end.x}
            y2={end.y}
          />
        );
      })}
      <line
        className={hollow ? "pale-1" : "ink-1"}
        strokeDasharray={dash}
        strokeLinecap={known === "estimated" ? "round" : undefined}
        strokeWidth={known === "estimated" ? 1.6 : undefined}
        x1={from.x}
        y1={from.y}
        x2={to.x}
        y2={to.y}
      />
      {ends.map((end, i) =>
        hollow ? (
          <circle
            key={i}
            cx={end.x}
            cy={end.y}
            r={3}
            className="pale-1"
            style={{ fill: "var(--paper)" }}
          />
        ) : (
          <line
            key={i}
            className="ink-1"
            strokeWidth={1.4}
            x1={end.x - TICK}
            y1={end.y + TICK}
            x2={end.x + TICK}
            y2={end.y - TICK}
          />
        ),
      )}
    </g>
  );
}
