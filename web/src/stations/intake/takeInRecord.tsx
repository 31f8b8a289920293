import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useAttempt } from "../../api/attempt";
import { takeInRecord } from "../../api/record";
import { pageOf } from "../../job/stations";
import { Alert } from "../../ui/alert";
import { FileButton } from "../../ui/fileButton";

/** A job's record of another shop or another year, taken in as a job of this one. */
export function TakeInRecord() {
  const navigate = useNavigate();
  const cache = useQueryClient();
  const { refusal, attempt } = useAttempt();

  async function take(file: File) {
    let job: Awaited<ReturnType<typeof takeInRecord>> | undefined;
    await attempt(async () => {
      job = await takeInRecord(file);
    });
    if (!job) return;
    await cache.invalidateQueries({ queryKey: ["yard"] });
    await navigate({ to: pageOf(job.station), params: { jobId: String(job.id) } });
  }

  return (
    <div className="mt-8 border-t border-line pt-3">
      <p className="text-sm text-pale">
        Or take in a job&rsquo;s record, as another shop or another year wrote it: numbers, papers,
        torque log, runs, pictures.
      </p>
      <FileButton
        label="Take in a record"
        className="mt-2 grid min-h-11 w-fit place-items-center border border-ink px-4"
        accept=".zip,application/zip"
        onFile={(file) => void take(file)}
      >
        Take in a record
      </FileButton>
      <Alert>{refusal?.message}</Alert>
    </div>
  );
}
