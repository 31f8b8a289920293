import { useQueries } from "@tanstack/react-query";
import { scaleLinear } from "@visx/scale";
import { traceQuery } from "../../api/drive";
import type { DrivenRun, RunTrace } from "../../api/types";
import { Drawing } from "../../drawings/drawing";
import { inDegrees, inG } from "../../drawings/quantity";

const WIDTH = 700;
const HEIGHT = 360;
const BOX = { left: 44, right: 16, top: 14, bottom: 34 };
/** More dots than this are a smear. */
const MOST_DOTS = 420;

type CloudProps = { jobId: number; before: DrivenRun | undefined; after: DrivenRun };
type Dot = { g: number; deg: number };

/** Samples of a run, evenly picked. */
function dotsOf(trace: RunTrace | undefined): Dot[] {
  const all = (trace?.pieces ?? []).flatMap((piece) =>
    piece.roll_rad.map((rad, i) => ({ g: inG(piece.lateral_m_s2[i] ?? 0), deg: inDegrees(rad) })),
  );
  const every = Math.max(1, Math.ceil(all.length / MOST_DOTS));
  return all.filter((_, i) => i % every === 0);
}

/** Lean against side pull: the samples as a cloud, the fitted gradients as lines through it. */
export function Cloud({ jobId, before, after }: CloudProps) {
  const runs = [before, after].filter((run) => run !== undefined);
  const traces = useQueries({ queries: runs.map((run) => traceQuery(jobId, run.id)) });
  const clouds = runs.map((run, i) => ({ run, dots: dotsOf(traces[i]?.data) }));
  const every = clouds.flatMap(({ dots }) => dots);
  const most = (read: (dot: Dot) => number, least: number) =>
    every.reduce((far, dot) => Math.max(far, Math.abs(read(dot))), least);
  const pull = most(({ g }) => g, 0.1) * 1.04;
  const lean = most(({ deg }) => deg, 0.5) * 1.04;
  const x = scaleLinear<number>({ domain: [-pull, pull], range: [BOX.left, WIDTH - BOX.right] });
  const y = scaleLinear<number>({ domain: [-lean, lean], range: [HEIGHT - BOX.bottom, BOX.top] });
  const says = clouds
    .map(({ run }) => `${run.when} ${run.answer.roll_gradient_deg_per_g?.value.toFixed(1)}`)
    .join(", ");
  return (
    <section aria-labelledby="cloud-title">
      <h2 id="cloud-title" className="font-semibold">
        Lean against side pull{" "}
        <span className="font-normal text-pale">dashed before, solid after</span>
      </h2>
      <Drawing
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={`Lean over side pull, degrees a g: ${says}.`}
      >
        <line className="pale-1" x1={BOX.left} x2={WIDTH - BOX.right} y1={y(0)} y2={y(0)} />
        <line className="pale-1" x1={x(0)} x2={x(0)} y1={BOX.top} y2={HEIGHT - BOX.bottom} />
        {x.ticks(6).map((tick) => (
          <text
            key={tick}
            className="num pale"
            x={x(tick)}
            y={HEIGHT - BOX.bottom + 18}
            textAnchor="middle"
          >
            {String(tick).replace("-", "−")}
          </text>
        ))}
        <text className="pale" x={WIDTH - BOX.right} y={HEIGHT - 2} textAnchor="end">
          side pull, g
        </text>
        {y.ticks(6).map((tick) => (
          <text key={tick} className="num pale" x={BOX.left - 6} y={y(tick) + 4} textAnchor="end">
            {String(tick).replace("-", "−")}°
          </text>
        ))}
        {clouds.map(({ run, dots }) => (
          <g key={run.id} fill={`var(--${run.when})`} opacity={0.5}>
            {dots.map((dot, i) => (
              <circle key={i} cx={x(dot.g)} cy={y(dot.deg)} r={1.7} />
            ))}
          </g>
        ))}
        {clouds.map(({ run }) => {
          const gradient = run.answer.roll_gradient_deg_per_g;
          if (!gradient) return null;
          const reach = Math.min(pull, lean / gradient.value);
          return (
            <g key={run.id}>
              <line
                className={`${run.when}-line`}
                x1={x(-reach)}
                y1={y(-reach * gradient.value)}
                x2={x(reach)}
                y2={y(reach * gradient.value)}
              />
            </g>
          );
        })}
      </Drawing>
    </section>
  );
}
