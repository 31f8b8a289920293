import { bandsOf } from "../job/steps";
import type { Standing } from "./standing";

type BandsProps = { standing: Standing[]; at: number };

/** How far the day is, a band a state of the vehicle; the one in hand is named. */
export function Bands({ standing, at }: BandsProps) {
  const bands = bandsOf(standing.map(({ step }) => step));
  const done = new Set(
    standing.filter(({ stands }) => stands === "done").map(({ step }) => step.key),
  );
  return (
    <div>
      <div className="flex h-3 gap-1" aria-hidden="true">
        {bands.map(({ steps }, i) => (
          <span key={i} className="flex h-full gap-px" style={{ flexGrow: steps.length }}>
            {steps.map(({ step, number }) => (
              <span
                key={step.key}
                className={`h-full grow ${done.has(step.key) ? "bg-after" : number === at + 1 ? "bg-ink" : "bg-line"}`}
              />
            ))}
          </span>
        ))}
      </div>
      <p className="pt-1 text-sm text-pale">
        {standing[at]?.step.state} · {done.size} of {standing.length} done
      </p>
    </div>
  );
}
