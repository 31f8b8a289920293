import { Drawing } from "./drawing";
import { scaleLinear } from "@visx/scale";
import type { Audit } from "../api/types";
import { barRate } from "./quantity";

const WIDTH = 430;
const ROW = 30;

const perCent = (gain: number) => `${Math.round(gain * 100)} %`;

/** What a claim is worth: the sentence, and every way to read it beside the claim's own line. */
export function AuditAnswer({ audit }: { audit: Audit }) {
  const most = Math.max(audit.claimed_gain, ...audit.readings.map(({ gain }) => gain), 0.1);
  const least = Math.min(0, ...audit.readings.map(({ gain }) => gain));
  const x = scaleLinear<number>({ domain: [least, most], range: [12, WIDTH - 78] });
  const height = audit.readings.length * ROW + 26;
  return (
    <div className="py-2">
      <p className="text-sm font-medium" data-testid="claim-says">
        {audit.said}
      </p>
      <Drawing
        width={WIDTH}
        height={height}
        role="img"
        aria-label={`Claimed ${perCent(audit.claimed_gain)}, computed ${perCent(audit.computed_gain)}.`}
      >
        {audit.readings.map(({ name, gain, fits }, i) => (
          <g key={name}>
            <text className={fits ? "" : "pale"} x={12} y={i * ROW + 31}>
              {name}
            </text>
            <rect
              x={x(Math.min(gain, 0))}
              y={i * ROW + 36}
              width={Math.max(Math.abs(x(gain) - x(0)), 1)}
              height={7}
              fill={fits ? "var(--after)" : "none"}
              stroke={fits ? "var(--after)" : "var(--ink)"}
            />
            <text className="num halo" x={x(gain) + 6} y={i * ROW + 43}>
              {perCent(gain)}
            </text>
          </g>
        ))}
        <line
          x1={x(audit.claimed_gain)}
          x2={x(audit.claimed_gain)}
          y1={16}
          y2={height}
          stroke="var(--before)"
          strokeDasharray="5 3"
        />
        <text className="num" x={x(audit.claimed_gain)} y={12} textAnchor="end">
          claimed {perCent(audit.claimed_gain)}
        </text>
      </Drawing>
      <p className="text-xs text-pale">
        {barRate(audit.old_rate_n_per_m)} there now, {barRate(audit.new_rate_n_per_m)} the
        seller&rsquo;s: bar rates, at the bar&rsquo;s end.
      </p>
    </div>
  );
}
