import { Drawing } from "../../drawings/drawing";
import { scaleLinear } from "@visx/scale";
import { LinePath } from "@visx/shape";
import { grouped, tape } from "../../drawings/quantity";
import { useFitView } from "./fitView";
import { poseAt } from "./pose";

const [WIDTH, HEIGHT, LEFT, BOTTOM] = [720, 150, 44, 26];

/** The motion ratio through the travel: the flatter, the more alike the bar works in every load state. */
export function RatioCurve() {
  const { fit, station, travel } = useFitView();
  const { report } = station;
  const nodes = report.travel_m;
  const all = [...report.left.motion_ratio, ...report.right.motion_ratio].filter(
    (one) => one !== null,
  );
  if (all.length === 0) return null;
  const [low, high] = [Math.min(...all, 0.9), Math.min(Math.max(...all, 1.1), 3)];
  const [from, to] = [nodes[0] ?? 0, nodes.at(-1) ?? 1];
  const x = scaleLinear<number>({ domain: [from, to], range: [LEFT, WIDTH - 16] });
  const y = scaleLinear<number>({
    domain: [low, high],
    range: [HEIGHT - BOTTOM - 6, 10],
    clamp: true,
  });
  const here = poseAt(fit, report, "left", travel.left);
  const change = report.left.ratio_change;
  return (
    <figure className="mt-3">
      <Drawing
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={`Motion ratio through the travel, ${grouped(low, 2)} to ${grouped(high, 2)}.`}
      >
        <path d={`M${LEFT} 8 V${HEIGHT - BOTTOM} H${WIDTH - 12}`} className="ink-1" />
        <line
          className="pale-1"
          strokeDasharray="2 4"
          x1={x(0)}
          x2={x(0)}
          y1={8}
          y2={HEIGHT - BOTTOM}
        />
        {[low, high].map((ratio) => (
          <text key={ratio} className="num" x={LEFT - 6} y={y(ratio) + 4} textAnchor="end">
            {grouped(ratio, 2)}
          </text>
        ))}
        <text className="pale" x={LEFT} y={HEIGHT - 8}>
          full droop {tape(-from)}
        </text>
        <text className="pale" x={x(0)} y={HEIGHT - 8} textAnchor="middle">
          ride height
        </text>
        <text className="pale" x={WIDTH - 12} y={HEIGHT - 8} textAnchor="end">
          full bump {tape(to)}
        </text>
        {(["right", "left"] as const).map((side) => (
          <LinePath
            key={side}
            data={report[side].motion_ratio}
            defined={(ratio) => ratio !== null}
            x={(_, i) => x(nodes[i] ?? 0)}
            y={(ratio) => y(ratio ?? 0)}
            className={side === "right" ? "before-line" : "after-line"}
          />
        ))}
        {here && (
          <circle cx={x(travel.left)} cy={y(here.motionRatio)} r={4.5} fill="var(--after)" />
        )}
      </Drawing>
      <figcaption className="text-sm text-pale">
        Motion ratio: arm-tip travel per {fit.mount === "on_axle" ? "axle" : "wheel"} travel, left
        solid, right dashed.
        {change !== null &&
          ` It changes by ${grouped(change * 100, 0)} % of itself from droop to bump.`}
      </figcaption>
    </figure>
  );
}
