import { scaleLinear } from "@visx/scale";
import { Drawing } from "../drawings/drawing";

const WIDTH = 560;
const LEFT = 210;
const RIGHT = 70;
const ROW = 30;

export type Pair = { name: string; before: number; after: number };

type PairBarsProps = {
  pairs: Pair[];
  /** What each of the two is, for whoever hears it. */
  says: string;
  written: (value: number) => string;
};

/** What was told or taken at first as a dashed bar, what it is as a solid one, a row each. */
export function PairBars({ pairs, says, written }: PairBarsProps) {
  const most = Math.max(...pairs.flatMap(({ before, after }) => [before, after]), 1e-9);
  const x = scaleLinear<number>({ domain: [0, most], range: [LEFT, WIDTH - RIGHT] });
  const height = pairs.length * ROW + 8;
  const spoken = pairs.map((one) => `${one.name} ${written(one.before)}, ${written(one.after)}`);
  return (
    <Drawing width={WIDTH} height={height} role="img" aria-label={`${says}: ${spoken.join("; ")}.`}>
      {pairs.map(({ name, before, after }, i) => {
        const y = i * ROW + 6;
        return (
          <g key={name}>
            <text x={LEFT - 10} y={y + 16} textAnchor="end">
              {name}
            </text>
            <rect
              className="before-line"
              fill="none"
              x={LEFT}
              y={y}
              width={Math.max(1, x(before) - LEFT)}
              height={9}
            />
            <rect
              fill="var(--after)"
              x={LEFT}
              y={y + 12}
              width={Math.max(1, x(after) - LEFT)}
              height={9}
            />
            <text className="num" x={x(Math.max(before, after)) + 8} y={y + 16}>
              {written(after)}
            </text>
          </g>
        );
      })}
    </Drawing>
  );
}
