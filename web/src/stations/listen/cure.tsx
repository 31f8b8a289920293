import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { Button } from "../../ui/button";
import { FindingMark } from "../../ui/findingMark";
import { TextArea } from "../../ui/textArea";

/** Whether a bar will cure it: what the sorting says, and what the lead makes of it. */
export function CurePanel() {
  const { job, practice, writes } = useJobView();
  const writable = useWritable();
  const says = practice?.cure;
  if (says === undefined) return null;
  const { verdict = "open", verdict_reason: reason = "" } = job.complaint;
  const decide = (next: string) => void writes.enterOnPaper("complaint", "verdict", next);

  return (
    <section aria-label="Will a bar cure it?" className="border-2 border-ink p-3">
      <h2 className="text-sm text-pale">Will a bar cure it?</h2>
      <p className="mt-1 flex gap-3 text-[15px]">
        <FindingMark kind={says.finding.kind} />
        <span>
          <span className="font-semibold">{says.finding.what}</span> {says.finding.why}{" "}
          <span className="text-pale">{says.finding.todo}</span>
        </span>
      </p>
      <p className="mt-1 text-sm text-pale">
        <span className="figure">{says.finding.formula}</span>
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          data-place="verdict"
          primary={verdict === "open"}
          disabled={!writable || says.answer === "unsaid" || verdict === "accepted"}
          onClick={() => decide("accepted")}
        >
          {verdict === "accepted" ? "Accepted" : "Accept"}
        </Button>
        <Button
          disabled={!writable || reason.trim() === "" || verdict === "overridden"}
          onClick={() => decide("overridden")}
        >
          {verdict === "overridden" ? "Overridden" : "Override"}
        </Button>
        {verdict !== "open" && (
          <Button disabled={!writable} onClick={() => decide("open")}>
            Think again
          </Button>
        )}
      </div>
      {verdict !== "accepted" && (
        <TextArea
          label="Why override it? Needed first, and it stays on the record."
          value={reason}
          draftKey={`draft ${job.id} verdict_reason`}
          rows={2}
          maxLength={400}
          disabled={!writable || verdict === "overridden"}
          save={(text) => writes.enterOnPaper("complaint", "verdict_reason", text)}
        />
      )}
    </section>
  );
}
