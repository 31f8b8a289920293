import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useOnItsWay } from "../api/outbox/useOutbox";
import { useAttachments } from "../api/queries";
import { useWritable } from "../api/session";
import type { Attachment } from "../api/types";
import { FileButton } from "../ui/fileButton";
import { useJobView } from "./context";

const KINDS = "application/pdf,image/jpeg,image/png,image/webp";

/** Papers and pictures that belong to the vehicle, whatever the job. */
export function Attachments() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const kept = useAttachments(job.id);
  const { refusal, attempt } = useAttempt();
  const [gone, setGone] = useState<Attachment | null>(null);
  const onItsWay = useOnItsWay().filter(
    ({ write }) => write.jobId === job.id && write.base === "attachments" && write.file,
  );
  const setAway = (one: Attachment, away: boolean) =>
    attempt(async () => {
      await writes.setAttachmentAway(one, away);
      setGone(away ? one : null);
    });

  return (
    <section aria-label="Papers" className="mt-5 border-t border-line pt-3 text-sm">
      <h3 className="font-semibold">Papers and pictures of the vehicle</h3>
      <ul>
        {kept.map((one) => (
          <li key={one.id} className="flex items-center justify-between gap-3 border-b border-line">
            <a
              href={`/api/attachments/${one.id}/file`}
              className="inline-flex min-h-11 items-center underline underline-offset-4"
            >
              {one.name}
            </a>
            <span className="text-pale">{one.person}</span>
            {writable && (
              <button
                type="button"
                className="min-h-11 text-pale underline underline-offset-4"
                onClick={() => void setAway(one, true)}
              >
                Take away
              </button>
            )}
          </li>
        ))}
      </ul>
      <p role="status" className="min-h-5 text-xs text-pale">
        {onItsWay.map(({ write }) => (
          <span key={write.id} className={write.refused ? "text-stop" : ""}>
            {write.typed}: {write.refused?.complaints[0]?.message ?? "kept here, being sent …"}{" "}
          </span>
        ))}
        {refusal?.message}
        {gone && (
          <button
            type="button"
            className="min-h-11 text-after underline underline-offset-4"
            onClick={() => void setAway(gone, false)}
          >
            Put {gone.name} back
          </button>
        )}
      </p>
      {writable && (
        <FileButton
          className="inline-grid min-h-11 cursor-pointer place-items-center border border-ink px-4 hover:bg-ink hover:text-paper"
          label="Paper of the vehicle"
          accept={KINDS}
          onFile={(file) => void writes.attach(file)}
        >
          Add a PDF or picture
        </FileButton>
      )}
    </section>
  );
}
