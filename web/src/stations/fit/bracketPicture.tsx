import { Drawing } from "../../drawings/drawing";
import type { Combination } from "../../api/types";
import { tape } from "../../drawings/quantity";
import { bestThrough, SCORED_BY, scoreOf, troubleOf } from "./score";
import { useFitView } from "./fitView";

const [WIDTH, HEIGHT] = [460, 380];

type BracketPictureProps = { onTake: ((one: Combination) => void) | undefined };

/** The brackets with every hole, and at each the best that goes through it. */
export function BracketPicture({ onTake }: BracketPictureProps) {
  const { fit, station } = useFitView();
  const { matrix, attitude, arms_m } = station.report;
  const groups: HoleGroup[] = [
    {
      key: "link_hole" as const,
      title: fit.link_goes === "up" ? "Upper bracket" : "Lower bracket",
      spots: spread(fit.link_holes.map((hole) => [hole.forward_m.value, hole.height_m.value])),
      picked: fit.left.link_hole ?? 0,
      x: 14,
      y: 34,
      width: 212,
      height: 300,
    },
    {
      key: "bar_place" as const,
      title: "Bar bracket",
      spots: spread(fit.bar_places.map((hole) => [hole.forward_m.value, hole.height_m.value])),
      picked: fit.left.bar_place ?? 0,
      x: 246,
      y: 34,
      width: 200,
      height: 130,
    },
    {
      key: "bar_hole" as const,
      title: "Arm",
      spots: arms_m.map((_, i): [number, number] => [
        arms_m.length < 2 ? 0.5 : i / (arms_m.length - 1),
        0.5,
      ]),
      picked: fit.left.bar_hole ?? 0,
      x: 246,
      y: 204,
      width: 200,
      height: 130,
    },
  ];
  return (
    <div className="relative max-w-[34rem]" style={{ containerType: "inline-size" }}>
      <Drawing
        width={WIDTH}
        height={HEIGHT}
        role="group"
        aria-label="Brackets with their holes; each shows the best that goes through it"
      >
        {groups.map((group) => {
          const best = bestThrough(matrix, group.key, group.spots.length);
          return (
            <g key={group.key}>
              <text x={group.x} y={group.y - 10} style={{ fontWeight: 600 }}>
                {group.title}
              </text>
              <rect
                x={group.x}
                y={group.y}
                width={group.width}
                height={group.height}
                rx={6}
                className="pale-1"
                style={{ fill: "var(--sheet)" }}
              />
              {group.spots.map((spot, i) => (
                <Hole key={i} at={i} group={group} spot={spot} best={best[i]} onTake={onTake} />
              ))}
            </g>
          );
        })}
        <text className="pale" x={14} y={HEIGHT - 12}>
          Beside each hole the best through it: {SCORED_BY[attitude]}. Filled: fitted, left.
        </text>
      </Drawing>
    </div>
  );
}

type HoleGroup = {
  key: "link_hole" | "bar_place" | "bar_hole";
  title: string;
  spots: [number, number][];
  picked: number;
  x: number;
  y: number;
  width: number;
  height: number;
};

type HoleProps = {
  at: number;
  group: HoleGroup;
  spot: [number, number];
  best: Combination | undefined;
  onTake: ((one: Combination) => void) | undefined;
};

/** One hole with the score of the best that goes through it; a press takes that. */
function Hole({ at: i, group, spot: [across, up], best: one, onTake }: HoleProps) {
  const { attitude, arms_m } = useFitView().station.report;
  const cx = group.x + 34 + across * (group.width - (group.key === "bar_hole" ? 68 : 120));
  const cy = group.y + group.height - 30 - up * (group.height - 60);
  const there = one !== undefined && one.missing_m === 0;
  const free = there && one.troubles.length === 0;
  const picked = i === group.picked;
  const score = there ? scoreOf(one.off, attitude) : "–";
  const below = group.key === "bar_hole";
  const trouble = one === undefined ? "no combination" : troubleOf(one);
  const takes = there && onTake !== undefined;
  return (
    <g
      role={takes ? "button" : "img"}
      tabIndex={takes ? 0 : undefined}
      data-testid={`${group.key}-${i}`}
      style={{ cursor: takes ? "pointer" : "default" }}
      onClick={() => takes && onTake(one)}
      onKeyDown={(event) => {
        if ((event.key === "Enter" || event.key === " ") && takes) {
          event.preventDefault();
          onTake(one);
        }
      }}
    >
      <title>{`${group.title}, hole ${i + 1}: ${score}${trouble ? `, ${trouble}` : ""}`}</title>
      <rect x={cx - 22} y={cy - 22} width={below ? 44 : 140} height={44} fill="transparent" />
      <circle
        cx={cx}
        cy={cy}
        r={13}
        className={free ? "ink-2" : "pale-1"}
        strokeDasharray={free ? undefined : "3 3"}
        style={{ fill: picked ? "var(--ink)" : "var(--paper)" }}
      />
      <text
        className="num"
        x={cx}
        y={cy + 4}
        textAnchor="middle"
        style={{ fill: picked ? "var(--paper)" : "var(--ink)" }}
      >
        {i + 1}
      </text>
      <text
        className="num"
        x={below ? cx : cx + 19}
        y={below ? cy + 30 : cy + 1}
        textAnchor={below ? "middle" : "start"}
        style={{ fill: free ? "var(--ink)" : "var(--stop)" }}
      >
        {score}
      </text>
      <text
        className="pale"
        x={below ? cx : cx + 19}
        y={below ? cy - 20 : cy + 14}
        textAnchor={below ? "middle" : "start"}
        style={{ fontSize: 12.8 }}
      >
        {below ? `${tape(arms_m[i] ?? 0)}` : there ? `link ${tape(one.link_m)}` : trouble}
      </text>
    </g>
  );
}

/** Spots of a bracket spread over a square from 0 to 1, with holes that coincide kept apart. */
function spread(spots: [number, number][]): [number, number][] {
  const [xs, ys] = [spots.map(([x]) => x), spots.map(([, y]) => y)];
  const part = (value: number, all: number[]) => {
    const [low, high] = [Math.min(...all), Math.max(...all)];
    return high - low < 1e-4 ? 0.5 : (value - low) / (high - low);
  };
  // Forward is to the left, as in the side view.
  return spots.map(([x, y]) => [1 - part(x, xs), part(y, ys)]);
}
