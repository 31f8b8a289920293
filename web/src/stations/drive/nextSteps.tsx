import { Link } from "@tanstack/react-router";
import { useAttempt } from "../../api/attempt";
import { useDriveWrites } from "../../api/drive";
import { useLead } from "../../api/session";
import type { AgainstSheet } from "../../api/types";
import { grouped, hoursOf } from "../../drawings/quantity";
import { useJobView } from "../../job/context";
import { Alert } from "../../ui/alert";

type Step = AgainstSheet["next_steps"][number];
type NextStepsProps = { jobId: number; steps: Step[] };
/** What changes no lean in a bend. */
const STAYS = new Set(["stop", "shocks"]);

/** What can be done next from the corrected model, what costs least first; a lead takes one up. */
export function NextSteps({ jobId, steps }: NextStepsProps) {
  const { job } = useJobView();
  const writes = useDriveWrites(jobId);
  const lead = useLead();
  const { refusal, attempt } = useAttempt();
  const taken = new Map(job.plan.added.map((one) => [one.what, one.key]));
  return (
    <section aria-labelledby="next-title">
      <h2 id="next-title" className="font-semibold">
        What next
      </h2>
      <ul className="text-sm">
        {steps.map((step) => (
          <li key={step.what} className="border-t border-line py-2">
            <p className="flex flex-wrap items-baseline gap-x-3">
              <span>{step.what}</span>
              <span className="figure whitespace-nowrap text-after">{expected(step)}</span>
            </p>
            <p className="flex flex-wrap items-center gap-x-4 text-pale">
              {step.hours > 0 && <span>{hoursOf(step.hours)}</span>}
              {step.parts && <span>parts to buy</span>}
              {taken.has(step.what) ? (
                <Link
                  to="/bay/$jobId"
                  params={{ jobId: String(jobId) }}
                  search={{ step: taken.get(step.what) }}
                  className="inline-flex min-h-11 items-center text-after underline underline-offset-4"
                >
                  In the bay; drive again after it
                </Link>
              ) : (
                lead &&
                step.key !== "stop" && (
                  <button
                    type="button"
                    aria-label={`Take it to the bay: ${step.what}`}
                    className="min-h-11 underline underline-offset-4"
                    onClick={() => void attempt(() => writes.tune(step))}
                  >
                    Take it to the bay
                  </button>
                )
              )}
            </p>
          </li>
        ))}
      </ul>
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}

/** Lean with a step, and by how much that is another. */
function expected(step: Step): string {
  const lean = `${grouped(step.gradient_deg_per_g, 1)}°/g`;
  if (STAYS.has(step.key)) return lean;
  return `${lean}, ${step.change > 0 ? "+" : ""}${grouped(step.change * 100, 0)} %`;
}
