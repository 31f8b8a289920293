import type { Clearance, Obstacle } from "../../api/types";
import { tape } from "../../drawings/quantity";
import { pathOf } from "../../drawings/point";
import { liftOf } from "./pose";
import { outlineOf } from "./sideFrame";
import type { SideFrame } from "./sideFrame";

type ObstaclesProps = {
  obstacles: Obstacle[];
  gaps: Clearance[];
  frame: SideFrame;
  travel: number;
  /** One that is looked at: drawn in ink. */
  picked: number | null;
};

/** Obstacles in the side view as simple shapes; one that is too near is hatched in brick. */
export function Obstacles({ obstacles, gaps, frame, travel, picked }: ObstaclesProps) {
  return (
    // What is long runs off the paper, whose edge cuts it.
    <g data-clipped>
      {obstacles.map((one, i) => {
        if (one.carries_link) return null;
        const gap = gaps.find(({ index }) => index === i);
        const near = gap !== undefined && !gap.fine;
        const colour = near ? "var(--stop)" : i === picked ? "var(--ink)" : "var(--pale)";
        const middle = frame.at(one.forward_m.value, one.height_m.value + liftOf(one, travel));
        // The name of one that runs off the paper stays on it.
        const x = Math.min(Math.max(middle.x, frame.left - 10), frame.right + 10);
        return (
          <g key={i} data-testid={`obstacle-${i}`}>
            <ObstacleShape one={one} frame={frame} travel={travel} colour={colour} near={near} />
            <text
              className="halo"
              x={x}
              y={middle.y + 4}
              textAnchor="middle"
              style={{ fill: colour }}
            >
              {one.name}
              {near && gap ? `, ${tape(gap.least_m)}` : ""}
            </text>
          </g>
        );
      })}
    </g>
  );
}

type ShapeProps = {
  one: Obstacle;
  frame: SideFrame;
  travel: number;
  colour: string;
  near: boolean;
};

function ObstacleShape({ one, frame, travel, colour, near }: ShapeProps) {
  const lift = liftOf(one, travel);
  const thick = one.size_m.value * frame.pxPerM;
  const look = {
    stroke: colour,
    strokeWidth: near ? 1.8 : 1,
    fill: colour,
    fillOpacity: near ? 0.2 : 0.07,
  };
  if (one.shape === "circle") {
    const { x, y } = frame.at(one.forward_m.value, one.height_m.value + lift);
    return <circle cx={x} cy={y} r={thick / 2} {...look} />;
  }
  const points = outlineOf(
    {
      forward: one.forward_m.value,
      up: one.height_m.value,
      run: one.run_m.value,
      rise: one.rise_m.value,
      box: one.shape === "box",
    },
    frame,
    lift,
  );
  if (one.shape === "box") return <path d={pathOf(points)} {...look} />;
  const [from, to] = points;
  if (!from || !to) return null;
  const line = { x1: from.x, y1: from.y, x2: to.x, y2: to.y };
  return (
    <g>
      <line
        {...line}
        stroke={colour}
        strokeWidth={thick}
        strokeOpacity={near ? 0.3 : 0.13}
        strokeLinecap="round"
      />
      <line {...line} stroke={colour} strokeWidth={1} strokeDasharray="8 3 2 3" />
    </g>
  );
}
