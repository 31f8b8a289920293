import { Drawing } from "../../drawings/drawing";
import { scaleLinear } from "@visx/scale";
import { LinePath } from "@visx/shape";
import type { Tilt } from "../../api/types";

const WIDTH = 560;
const HEIGHT = 120;

/** Roll over time after the push, as the logger sent it. */
export function TiltTrace({ tilt }: { tilt: Tilt }) {
  const end = tilt.time_s.at(-1) ?? 1;
  const most = Math.max(...tilt.roll_deg.map(Math.abs), 0.1);
  const x = scaleLinear({ domain: [0, end], range: [36, WIDTH - 8] });
  const y = scaleLinear({ domain: [-most, most], range: [HEIGHT - 18, 6] });
  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`Roll after a push over ${end} seconds, up to ${most.toFixed(1)} degrees.`}
    >
      <line className="pale-1" x1={36} x2={WIDTH - 8} y1={y(0)} y2={y(0)} />
      {[-1, 1].map((side) => (
        <text key={side} className="num pale" x={30} y={y(side * most) + 4} textAnchor="end">
          {(side * most).toFixed(1).replace("-", "−")}°
        </text>
      ))}
      {[0, 2, 4, 6, 8]
        .filter((second) => second <= end)
        .map((second) => (
          <text key={second} className="num pale" x={x(second)} y={HEIGHT - 4} textAnchor="middle">
            {second} s
          </text>
        ))}
      <LinePath
        data={tilt.time_s.map((time, i) => ({ time, roll: tilt.roll_deg[i] ?? 0 }))}
        x={({ time }) => x(time)}
        y={({ roll }) => y(roll)}
        className="after-line"
        fill="none"
      />
    </Drawing>
  );
}
