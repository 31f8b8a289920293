import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { recordAsked, recordFile } from "../api/record";
import { Alert } from "../ui/alert";
import { kept } from "../ui/kept";
import { useJobView } from "./context";
import { InWork } from "./inWork";

/** The job's record as one file, once its papers are laid out. */
export function RecordFile() {
  const { job } = useJobView();
  const [inWork, setInWork] = useState(false);
  const { refusal, attempt } = useAttempt();

  async function keep() {
    setInWork(true);
    await attempt(async () => kept(await recordFile(job.id), `job-${job.number}.record.zip`));
    setInWork(false);
  }

  return (
    <div className="text-sm">
      <button
        type="button"
        disabled={inWork}
        onClick={() => void keep()}
        className="inline-grid min-h-11 items-center text-left underline underline-offset-4"
      >
        Its record as one file, without the owner
      </button>
      {inWork && <InWork asked={recordAsked(job.id)} words="Laying its papers out …" />}
      <Alert>{refusal?.message}</Alert>
    </div>
  );
}
