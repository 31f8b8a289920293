import { scaleLinear } from "@visx/scale";
import type { Interval } from "../../api/types";
import { Drawing } from "../../drawings/drawing";
import { withBand } from "./figures";

const WIDTH = 480;
const HEIGHT = 138;
const ROWS = { before: 26, predicted: 56, after: 86 };
const LEFT = 118;

type BandChartProps = { before: Interval | null; predicted: Interval; after: Interval };

/** Measured before, predicted after and measured after, each with its interval, on one axis. */
export function BandChart({ before, predicted, after }: BandChartProps) {
  const all = [before, predicted, after].filter((one) => one !== null);
  const low = Math.min(...all.map((one) => one.low));
  const high = Math.max(...all.map((one) => one.high));
  const room = Math.max((high - low) * 0.12, 0.3);
  const x = scaleLinear<number>({ domain: [low - room, high + room], range: [LEFT, WIDTH - 14] });
  const says =
    (before ? `Measured before ${withBand(before, "")}, ` : "") +
    `predicted after ${withBand(predicted, "")}, measured after ${withBand(after, "")} degrees a g.`;
  const named = (name: string, y: number, look: string) => (
    <text x={LEFT - 8} y={y + 4} textAnchor="end" className={look}>
      {name}
    </text>
  );
  return (
    <Drawing width={WIDTH} height={HEIGHT} role="img" aria-label={says}>
      {before && (
        <g>
          {named("measured before", ROWS.before, "pale")}
          <line
            className="before-line"
            x1={x(before.low)}
            x2={x(before.high)}
            y1={ROWS.before}
            y2={ROWS.before}
          />
          <circle
            fill="var(--paper)"
            stroke="var(--before)"
            strokeWidth={2}
            cx={x(before.value)}
            cy={ROWS.before}
            r={5}
          />
        </g>
      )}
      {named("predicted after", ROWS.predicted, "pale")}
      <rect
        x={x(predicted.low)}
        y={ROWS.predicted - 7}
        width={x(predicted.high) - x(predicted.low)}
        height={14}
        fill="var(--after)"
        opacity={0.28}
      />
      <line
        stroke="var(--after)"
        strokeWidth={2}
        x1={x(predicted.value)}
        x2={x(predicted.value)}
        y1={ROWS.predicted - 7}
        y2={ROWS.predicted + 7}
      />
      {named("measured after", ROWS.after, "")}
      <line
        className="after-line"
        x1={x(after.low)}
        x2={x(after.high)}
        y1={ROWS.after}
        y2={ROWS.after}
      />
      <circle fill="var(--after)" cx={x(after.value)} cy={ROWS.after} r={5} />
      <line className="ink-1" x1={LEFT} x2={WIDTH - 14} y1={108} y2={108} />
      {x.ticks(5).map((tick) => (
        <g key={tick}>
          <line className="ink-1" x1={x(tick)} x2={x(tick)} y1={108} y2={112} />
          <text className="num pale" x={x(tick)} y={126} textAnchor="middle">
            {tick}
          </text>
        </g>
      ))}
      <text className="pale" x={LEFT - 8} y={126} textAnchor="end">
        lean, °/g
      </text>
    </Drawing>
  );
}
