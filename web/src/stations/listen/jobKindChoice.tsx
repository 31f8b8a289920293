import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { STATION_NAMES } from "../../api/generated/core";
import { STATIONS } from "../../job/stations";
import { JobKindPick } from "../../job/jobKindPick";

/** What the job is about; a short job has fewer stations and can grow into an upgrade. */
export function JobKindChoice() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const skipped = STATIONS.filter((station) => !job.line.includes(station)).map(
    (station) => STATION_NAMES[station],
  );
  return (
    <div className="mb-4">
      <JobKindPick
        kind={job.kind}
        disabled={!writable}
        onChange={(kind) => void writes.changeKind(kind)}
      />
      <p className="mt-1 text-xs text-pale">
        {skipped.length === 0
          ? "It walks every station."
          : `Without ${skipped.join(", ")}. It can grow into an upgrade and keeps what it has.`}{" "}
        <a
          className="text-after underline underline-offset-4"
          href={`/api/jobs/${job.id}/intake.pdf`}
          target="_blank"
          rel="noreferrer"
        >
          Intake sheet
        </a>{" "}
        for the clipboard, as PDF.
      </p>
    </div>
  );
}
