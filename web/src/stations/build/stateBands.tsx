import { hoursOf } from "../../drawings/quantity";
import { bandOfHours, bandsOf, usualOf } from "../../job/steps";
import { useWorkView } from "./workView";

type StateBandsProps = { open: string | undefined; onOpen: (key: string) => void };

/** The day as bands of how the vehicle stands, steps on each; as wide as they usually take. */
export function StateBands({ open, onOpen }: StateBandsProps) {
  const { plan } = useWorkView();
  const bands = bandsOf(plan.steps);
  const whole = usualOf(plan.steps) || 1;
  return (
    <div className="mt-2">
      <div className="flex h-7 gap-px" aria-hidden="true">
        {bands.map(({ state, steps }, i) => (
          <span
            key={i}
            title={`${state}, ${hoursOf(usualOf(steps.map(({ step }) => step)))}`}
            className={`h-full min-w-1 ${state === "on its wheels" ? "border border-ink" : state === "bench" ? "border border-dashed border-ink" : "bg-ink"}`}
            style={{ flexGrow: usualOf(steps.map(({ step }) => step)) / whole }}
          />
        ))}
      </div>
      <ol aria-label="Steps of the plan">
        {bands.map(({ state, steps }, i) => (
          <li key={i} className="mt-2">
            <h3 className="flex justify-between border-b border-ink text-sm">
              <span className="font-semibold">
                {state.charAt(0).toUpperCase() + state.slice(1)}
              </span>
              <span className="figure text-pale">
                {hoursOf(usualOf(steps.map(({ step }) => step)))}
              </span>
            </h3>
            <ol>
              {steps.map(({ number, step }) => (
                <li key={step.key}>
                  <button
                    type="button"
                    aria-pressed={step.key === open}
                    data-step={step.key}
                    onClick={() => onOpen(step.key)}
                    className={`grid min-h-11 w-full grid-cols-[2rem_1fr_auto] items-baseline gap-x-2 border-b border-line py-1 text-left text-sm hover:text-after ${step.key === open ? "bg-sheet" : ""}`}
                  >
                    <span className="figure text-right text-pale">{number}</span>
                    <span>
                      {step.what}
                      {step.axle && (
                        <span className="text-pale">
                          {" "}
                          {step.axle}
                          {step.side ? `, ${step.side}` : ""}
                        </span>
                      )}
                      {step.outside && <span className="text-watch"> {step.outside}</span>}
                      {step.loose_until && <span className="text-pale"> · stays loose</span>}
                    </span>
                    <span className="figure text-pale">{bandOfHours(step.hours ?? [])}</span>
                  </button>
                </li>
              ))}
            </ol>
          </li>
        ))}
      </ol>
      {plan.left_off.length > 0 && (
        <p className="mt-2 text-sm text-pale">
          Not put back: {plan.left_off.map(({ what, reason }) => `${what} (${reason})`).join("; ")}.
        </p>
      )}
    </div>
  );
}
