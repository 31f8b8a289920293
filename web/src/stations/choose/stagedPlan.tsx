import { useMoney } from "../../job/money";
import { Drawing } from "../../drawings/drawing";
import { scaleLinear } from "@visx/scale";
import type { Plan } from "../../api/types";
import { degrees, grouped } from "../../drawings/quantity";

const WIDTH = 720;
const BOX = { left: 46, right: 20, top: 18, bottom: 46 };
const HEIGHT = 246;

type StagedPlanProps = {
  plan: Plan;
  /** Leave a step for another time; none where nothing may be written. */
  onLater: ((step: string) => void) | undefined;
};

/** Lean over money as stairs going down, and the same steps in words; dashed where no place to stop. */
export function StagedPlan({ plan, onLater }: StagedPlanProps) {
  const money = useMoney();
  const spent = [0, ...plan.stages.map(({ price_so_far }) => price_so_far)];
  const leans = [plan.lean_rad, ...plan.stages.map(({ lean_rad }) => lean_rad)];
  const dearest = spent.at(-1) || 1;
  const x = scaleLinear<number>({
    domain: [0, dearest],
    range: [BOX.left, WIDTH - BOX.right],
  });
  const y = scaleLinear<number>({
    domain: [0, plan.lean_rad],
    range: [HEIGHT - BOX.bottom, BOX.top],
  });
  const stairs = leans
    .map((rad, i) => `${i ? `H${x(spent[i] ?? 0)} V` : `M${x(0)} `}${y(rad)}`)
    .join(" ");
  return (
    <div>
      <Drawing
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={`Lean from ${degrees(plan.lean_rad)} down to ${degrees(leans.at(-1) ?? 0)} over ${grouped(dearest, 0)} of money.`}
      >
        <path
          className="ink-1"
          d={`M${BOX.left} ${BOX.top} V${HEIGHT - BOX.bottom} H${WIDTH - BOX.right}`}
        />
        <path className="after-line" d={stairs} />
        {leans.map((rad, i) => (
          <g key={i}>
            <circle
              cx={x(spent[i] ?? 0)}
              cy={y(rad)}
              r={9}
              fill="var(--paper)"
              stroke={plan.stages[i - 1]?.breaks.length ? "var(--watch)" : "var(--ink)"}
              strokeDasharray={plan.stages[i - 1]?.breaks.length ? "3 2" : undefined}
            />
            <text className="num" x={x(spent[i] ?? 0)} y={y(rad) + 4} textAnchor="middle">
              {i}
            </text>
            <text className="num pale" x={x(spent[i] ?? 0)} y={HEIGHT - 26} textAnchor="middle">
              {spent[i] ? grouped(spent[i] ?? 0, 0) : ""}
            </text>
          </g>
        ))}
        <text className="num" x={BOX.left + 14} y={y(plan.lean_rad) - 6}>
          {degrees(plan.lean_rad)} now
        </text>
        <text className="pale" x={WIDTH - BOX.right} y={HEIGHT - 6} textAnchor="end">
          money, parts and hours
        </text>
      </Drawing>
      <ol className="text-sm">
        {plan.stages.map((stage, i) => (
          <li
            key={`${stage.end} ${stage.key}`}
            className="grid grid-cols-[1.5rem_1fr_auto] gap-x-2 border-t border-line py-1"
          >
            <span className="figure">{i + 1}</span>
            <span>
              {stepWords(stage)}{" "}
              {onLater && (
                <button
                  type="button"
                  aria-label={`Leave for later: ${stepWords(stage)}`}
                  onClick={() => onLater(stepWords(stage))}
                  className="min-h-11 text-xs text-pale underline underline-offset-4 hover:text-ink"
                >
                  later
                </button>
              )}
              {stage.breaks.length > 0 && (
                <span className="block text-xs text-watch">
                  No place to stop: {stage.breaks.join("; ")}.
                </span>
              )}
              <span className="block text-xs text-pale">
                {stage.gain_rad > 0
                  ? `${degrees(stage.gain_rad, 2)} less lean, ${degrees(stage.gain_per_100_rad, 2)} for each ${money(100)}`
                  : "no less lean"}
                ; {stage.swings_before} → {stage.swings} swings past centre after a push
              </span>
            </span>
            <span className="figure text-right">
              {money(stage.price)}
              <span className="block text-pale">{degrees(stage.lean_rad)}</span>
            </span>
          </li>
        ))}
      </ol>
      {plan.stages.length === 0 && (
        <p className="text-sm text-pale">
          Nothing on the racks saves lean here; see whether anything fits this axle load.
        </p>
      )}
    </div>
  );
}

const stepWords = ({ end, key }: Plan["stages"][number]) => (end ? `${end}: ${key}` : key);
