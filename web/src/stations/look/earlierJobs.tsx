import { shortDay } from "../../job/days";
import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { answered, client } from "../../api/client";
import { JOB_KIND_NAMES } from "../../api/generated/core";
import type { EarlierJob } from "../../api/types";
import { degrees } from "../../drawings/quantity";
import { useJobView } from "../../job/context";
import { pageOf } from "../../job/stations";

/** What earlier jobs on this vehicle promised and saw; a re-check is held against it. */
export function EarlierJobs() {
  const { job } = useJobView();
  const jobs = useQuery({
    queryKey: ["earlier", job.id, job.line_version],
    queryFn: () =>
      answered(client.GET("/api/jobs/{job_id}/earlier", { params: { path: { job_id: job.id } } })),
  }).data;
  if (!jobs?.length) return null;
  return (
    <section aria-label="Earlier jobs" className="mt-4 text-sm">
      <h2 className="font-semibold">What was there before</h2>
      {jobs.map((earlier) => (
        <Earlier key={earlier.id} earlier={earlier} />
      ))}
    </section>
  );
}

function Earlier({ earlier }: { earlier: EarlierJob }) {
  const { decision, seen } = earlier;
  const when = shortDay(earlier.changed_at);
  const promised = decision?.decision.states[0];
  return (
    <div className="border-t border-line py-1.5">
      <Link
        to={pageOf(earlier.station)}
        params={{ jobId: String(earlier.id) }}
        className="inline-flex min-h-11 items-center underline underline-offset-4"
      >
        {JOB_KIND_NAMES[earlier.kind]}, job {earlier.number}, {when}
      </Link>
      {decision && promised && (
        <p>
          {decision.words.join("; ")}: lean {degrees(promised.lean_before_rad)} →{" "}
          {degrees(promised.lean_rad)} ± {degrees(promised.band_rad)} promised.
        </p>
      )}
      {seen.map(({ part, check }) => (
        <p key={part} className="text-pale">
          {part}: {[check.rating, ...(check.faults ?? [])].join(", ")}
          {check.note ? `, “${check.note}”` : ""}
        </p>
      ))}
    </div>
  );
}
