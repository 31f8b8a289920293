import { Drawing } from "../../drawings/drawing";
import { scaleLinear } from "@visx/scale";
import { percent } from "../../drawings/quantity";

const WIDTH = 760;
const HEIGHT = 74;
const LEFT = 150;
const RIGHT = 700;
/** Shares drawn: what vehicles have lies between these. */
const LOW = 0.1;
const HIGH = 0.7;

type BalanceProps = { before: number; after: number | null; allowed: number };

/** Who carries the load that moves outward in a bend: front or rear, before and after. */
export function Balance({ before, after, allowed }: BalanceProps) {
  const at = scaleLinear<number>({ domain: [LOW, HIGH], range: [LEFT, RIGHT], clamp: true });
  const floor = before - allowed / 100;
  const says =
    `The front carries ${percent(before)} of what moves outward in a bend` +
    (after === null ? "." : `, and ${percent(after)} after.`);
  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      className="mt-2 border-t border-line"
      role="img"
      aria-label={says}
    >
      <text x={10} y={26} style={{ fontWeight: 600 }}>
        Balance
      </text>
      <text className="pale" x={10} y={42}>
        front&rsquo;s share of
      </text>
      <text className="pale" x={10} y={56}>
        load transfer
      </text>
      <line className="ink-1" x1={LEFT} x2={RIGHT} y1={44} y2={44} />
      {at.ticks(6).map((share) => (
        <g key={share}>
          <line className="ink-1" x1={at(share)} x2={at(share)} y1={41} y2={47} />
          <text className="num pale" x={at(share)} y={62} textAnchor="middle">
            {percent(share)}
          </text>
        </g>
      ))}
      <path d={`M${at(floor)} 34 V54`} stroke="var(--watch)" strokeWidth={2} />
      <text className="pale" x={at(floor) - 6} y={24} textAnchor="end">
        lets go at the rear first
      </text>
      <path className="before-line" d={`M${at(before)} 30 l7 12 h-14 Z`} />
      {after !== null && (
        <path
          className="after-line"
          style={{ fill: "var(--after)" }}
          d={`M${at(after)} 30 l7 12 h-14 Z`}
        />
      )}
      <text className="num" x={at(Math.max(before, after ?? before)) + 14} y={26}>
        {percent(before)}
        {after === null ? "" : ` → ${percent(after)}`}
      </text>
    </Drawing>
  );
}
