import { useJobView } from "../../app/jobContext";
import { useWritable } from "../../app/session";
import { KIND_NAMES, STATIONS } from "../../app/stations";
import { Pick } from "../../ui/pick";
import type { JobKind } from "../../api/types";

/** What the job is about; a short job has fewer stations and can grow into an upgrade. */
export function JobKindChoice() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const skipped = STATIONS.filter(({ key }) => !job.line.includes(key)).map(({ name }) => name);
  return (
    <div className="mb-4">
      <Pick
        label="This job is to"
        value={job.kind}
        disabled={!writable}
        options={Object.entries(KIND_NAMES).map(([value, text]) => ({
          value: value as JobKind,
          text: text.toLowerCase(),
        }))}
        onChange={(kind) => void writes.changeKind(kind).catch(() => undefined)}
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
