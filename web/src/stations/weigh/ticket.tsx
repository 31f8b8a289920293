import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { FileButton } from "../../ui/fileButton";

const LOOK =
  "inline-grid min-h-11 cursor-pointer place-items-center border border-ink px-4 text-sm hover:bg-ink hover:text-paper";

/** A weigh ticket as CSV, in and out. */
export function Ticket() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const [taken, setTaken] = useState("");
  const line = refusal?.complaints[0]?.field;

  async function take(file: File) {
    const done = await attempt(async () => writes.importTicket(await file.text()));
    setTaken(done ? `${file.name} is on the sheet.` : "");
  }

  return (
    <section aria-label="Weigh ticket" className="mt-4">
      <h2 className="font-semibold">
        Weigh ticket{" "}
        <span className="font-normal text-pale">CSV with the columns state, place, load</span>
      </h2>
      <div className="mt-1 flex flex-wrap gap-3">
        {writable && (
          <FileButton
            className={LOOK}
            label="Weigh ticket file"
            accept=".csv,text/csv"
            onFile={(file) => void take(file)}
          >
            Take one in
          </FileButton>
        )}
        <a className={LOOK} href={`/api/jobs/${job.id}/weigh-ticket.csv`} download>
          Give one out
        </a>
      </div>
      <p role="status" className={`min-h-5 text-sm ${refusal ? "text-stop" : "text-pale"}`}>
        {refusal ? `${line ? `${line}: ` : ""}${refusal.message}` : taken}
      </p>
    </section>
  );
}
