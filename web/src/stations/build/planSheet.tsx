import { hoursOf } from "../../drawings/quantity";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useLead, useWritable } from "../../api/session";
import { useJobView } from "../../job/context";
import { PlanChanges } from "./planChanges";
import { StateBands } from "./stateBands";
import { StepDetail } from "./stepDetail";
import { StepPlace } from "../../job/stepPlace";
import { AddStep } from "./addStep";
import { Tray } from "./tray";
import { useWorkView } from "./workView";

/** The order of work: states of the vehicle as bands of the day, its steps, and one in hand. */
export function PlanSheet() {
  const { job } = useJobView();
  const { plan } = useWorkView();
  const navigate = useNavigate();
  const asked = useSearch({ from: "/jobs/$jobId/build" }).step;
  const lead = useLead();
  const writable = useWritable() && lead;
  const step = plan.steps.find(({ key }) => key === asked) ?? plan.steps[0];
  const open = (key: string) =>
    void navigate({
      to: "/jobs/$jobId/build",
      params: { jobId: String(job.id) },
      search: { sheet: "plan", step: key },
      replace: true,
    });
  const [quick = 0, usual = 0, slow = 0] = plan.hours;
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div className="min-w-0">
        <p className="text-sm">
          <span className="font-semibold">
            {plan.steps.length} steps, {hoursOf(usual)}
          </span>{" "}
          <span className="text-pale">
            ({hoursOf(quick)} to {hoursOf(slow)}); {plan.state_changes} changes of how the vehicle
            stands.
          </span>
        </p>
        <PlanChanges />
        <StateBands open={step?.key} onOpen={open} />
        {writable && <AddStep after={step?.key} />}
        <p className="mt-3 flex flex-wrap gap-3">
          <Link
            to="/bay/$jobId"
            params={{ jobId: String(job.id) }}
            search={{}}
            className="inline-grid min-h-11 place-items-center border border-after bg-after px-4 text-sm text-after-ink"
          >
            Go under with it
          </Link>
          <a
            className="inline-grid min-h-11 place-items-center border border-ink px-4 text-sm"
            href={`/api/jobs/${job.id}/job-sheet.pdf`}
          >
            Print the job sheet
          </a>
        </p>
      </div>
      <div className="min-w-0 lg:border-l lg:border-line lg:pl-6">
        {step && (
          <>
            <StepPlace sheet={job.sheet} step={step} />
            <StepDetail step={step} onOpen={open} writable={writable} />
          </>
        )}
        <Tray onOpen={open} />
      </div>
    </div>
  );
}
