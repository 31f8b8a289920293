import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useHandOverWrites } from "../../api/handOver";
import { useLead } from "../../api/session";
import type { HandOverView } from "../../api/types";
import { shortDay } from "../../job/days";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";

/** What the owner takes along: on paper, and as a page behind a link. */
export function ReportSheet({ view }: { view: HandOverView }) {
  const lead = useLead();
  const writes = useHandOverWrites(view.job_id);
  const { refusal, attempt } = useAttempt();
  if (view.handed_on === null) {
    return (
      <p className="max-w-prose py-6">
        The report is of what was handed over. Once it is: two pages on paper, and the same behind a
        link for the owner&rsquo;s phone.
      </p>
    );
  }
  const open = view.reports.find((one) => one.withdrawn_at === null);
  return (
    <div className="grid max-w-3xl gap-5 py-3">
      <p className="max-w-prose">
        What was wrong, found and fitted; lean before and now, predicted and measured; what did not
        change; limits; what to listen for; when to come back; what was left for later.
      </p>
      <div className="flex flex-wrap items-center gap-4">
        <a
          href={`/api/jobs/${view.job_id}/report.pdf`}
          target="_blank"
          rel="noreferrer"
          className="grid min-h-11 items-center underline underline-offset-4"
        >
          The report as PDF
        </a>
        {lead && (
          <Button primary={!open} onClick={() => void attempt(() => writes.sendReport())}>
            {open ? "Make a new link, with what stands now" : "Make a link for the owner"}
          </Button>
        )}
      </div>
      <Alert roomy={false}>{refusal?.message}</Alert>
      {open && <OpenLink view={view} link={open} />}
    </div>
  );
}

type OpenLinkProps = { view: HandOverView; link: HandOverView["reports"][number] };

function OpenLink({ view, link }: OpenLinkProps) {
  const lead = useLead();
  const writes = useHandOverWrites(view.job_id);
  const [copied, setCopied] = useState(false);
  const { refusal, attempt } = useAttempt();
  const address = `${location.origin}${link.path}`;
  return (
    <section aria-label="The owner's link" className="border border-line p-4 text-sm">
      <p>
        Made by {link.person}, {shortDay(link.made_at)}. Whoever has the address reads it.
      </p>
      <p className="my-2 break-all">
        <a href={link.path} target="_blank" rel="noreferrer" className="figure underline">
          {address}
        </a>
      </p>
      <div className="flex flex-wrap gap-3">
        <Button
          onClick={() => void navigator.clipboard.writeText(address).then(() => setCopied(true))}
        >
          {copied ? "Copied" : "Copy the address"}
        </Button>
        {lead && (
          <Button onClick={() => void attempt(() => writes.withdrawReport(link.id))}>
            Withdraw it
          </Button>
        )}
      </div>
      {link.word_at && (
        <div className="mt-3 border-l-4 border-after pl-3">
          <p>
            The owner&rsquo;s word, {shortDay(link.word_at)}: {link.word || "answers only"}
          </p>
          {link.felt.map((said) => (
            <p key={said} className="text-pale">
              {said}
            </p>
          ))}
        </div>
      )}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </section>
  );
}
