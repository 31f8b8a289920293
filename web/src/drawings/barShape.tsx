import { Drawing } from "./drawing";
import type { Bar } from "../api/types";
import { tape } from "./quantity";

const WIDTH = 460;
const HEIGHT = 150;

type BarOutlineProps = {
  bar: Bar;
  /** Where the middle of its centre part lies, paper pixels, and the room it has. */
  middle: number;
  top: number;
  width: number;
  height: number;
  stroke: string;
  /** Hole the links are in, drawn filled; none where it is on no vehicle. */
  hole?: number;
};

/** A bar from above, to scale, with its bushings and holes. */
export function BarOutline({ bar, middle, top, width, height, stroke, hole }: BarOutlineProps) {
  const { across, along } = barSize(bar);
  const scale = Math.min(width / (2 * across), height / along);
  const at = ([x = 0, y = 0]: number[]) => ({ x: middle + y * scale, y: top + x * scale });
  const line = bar.centre_line_m.map(at);
  return (
    <g>
      <polyline
        points={line.map(({ x, y }) => `${x},${y}`).join(" ")}
        fill="none"
        stroke={stroke}
        strokeWidth={Math.max(3, bar.outside_diameter_m.value * scale)}
        strokeLinejoin="round"
        strokeLinecap="round"
      />
      {[-1, 1].map((side) => (
        <rect
          key={side}
          x={middle + (side * bar.bushing_span_m.value * scale) / 2 - 6}
          y={top - 10}
          width={12}
          height={20}
          className="ink-1"
          style={{ fill: "var(--paper)" }}
        />
      ))}
      {[0, line.length - 1].flatMap((end) => {
        const eye = line[end];
        const bend = line[end === 0 ? 1 : end - 1];
        if (eye === undefined || bend === undefined) return [];
        const long = Math.hypot(bend.x - eye.x, bend.y - eye.y);
        return (bar.hole_setbacks_m ?? [0]).map((setback, i) => {
          const share = (setback * scale) / long;
          return (
            <circle
              key={`${end} ${i}`}
              cx={eye.x + (bend.x - eye.x) * share}
              cy={eye.y + (bend.y - eye.y) * share}
              r={i === hole ? 4 : 3}
              fill={i === hole ? "var(--ink)" : "var(--paper)"}
              stroke="var(--ink)"
            />
          );
        });
      })}
    </g>
  );
}

/** Half the distance between a bar's eyes, and how far its arms reach [m]. */
function barSize(bar: Bar): { across: number; along: number } {
  const points = bar.centre_line_m;
  return {
    across: Math.max(...points.map(([, y = 0]) => Math.abs(y)), 0.1),
    along: Math.max(...points.map(([x = 0]) => x), 0.05),
  };
}

/** A bar from above by itself, with its main measures. */
export function BarShape({ bar }: { bar: Bar }) {
  const { across, along } = barSize(bar);
  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      className="max-w-2xl"
      role="img"
      aria-label="The bar from above, to scale."
    >
      <BarOutline
        bar={bar}
        middle={WIDTH / 2}
        top={26}
        width={WIDTH - 80}
        height={HEIGHT - 46}
        stroke="var(--ink)"
      />
      <text className="num pale" x={WIDTH / 2} y={66} textAnchor="middle">
        bushings {tape(bar.bushing_span_m.value)} apart
      </text>
      <text className="num pale" x={WIDTH / 2} y={84} textAnchor="middle">
        eyes {tape(2 * across)} apart, arms {tape(along)}
      </text>
    </Drawing>
  );
}
