import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useDue, useRecordWrites } from "../../api/handOver";
import { useLead, useWritable } from "../../api/session";
import type { DueRow } from "../../api/types";
import { shortDay } from "../../job/days";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Fold } from "../../ui/fold";

/** Who is due for a re-check, the longest over first; nothing where nobody is. */
export function DueList() {
  const { data: list } = useDue();
  if (!list || list.due.length === 0) return null;
  const count = list.due.length;
  return (
    <section aria-label="Re-checks due" className="mb-4 border-l-4 border-watch pl-3">
      <h2 className="font-semibold">
        {count === 1 ? "One re-check is due or soon" : `${count} re-checks are due or soon`}
      </h2>
      <ul className="text-sm">
        {list.due.map((row) => (
          <OneDue key={row.job_id} row={row} />
        ))}
      </ul>
      <Fold title="In your own calendar">
        <Feed path={list.feed} />
      </Fold>
    </section>
  );
}

function OneDue({ row }: { row: DueRow }) {
  const writes = useRecordWrites();
  const writable = useWritable();
  const [copied, setCopied] = useState(false);
  const { refusal, attempt } = useAttempt();
  return (
    <li className="flex flex-wrap items-center gap-x-4 border-t border-line first:border-0">
      <Link
        to="/jobs/$jobId/hand-over"
        params={{ jobId: String(row.job_id) }}
        search={{ sheet: "visits" }}
        className="grid min-h-11 items-center font-semibold underline underline-offset-4"
      >
        {row.name}
      </Link>
      <span className={row.state === "soon" ? "text-pale" : "text-watch"}>
        {row.state}, {row.what}, by {shortDay(row.by)}
      </span>
      <span className="text-pale">{[row.owner, row.phone].filter(Boolean).join(", ")}</span>
      {writable && row.reminder && (
        <>
          <button
            type="button"
            className="min-h-11 underline underline-offset-4"
            onClick={() =>
              void navigator.clipboard.writeText(row.reminder).then(() => setCopied(true))
            }
          >
            {copied ? "Reminder copied" : "Copy a reminder"}
          </button>
          <button
            type="button"
            className="min-h-11 underline underline-offset-4"
            onClick={() => void attempt(() => writes.remind(row.job_id, row.name))}
          >
            Send it by mail
          </button>
        </>
      )}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </li>
  );
}

function Feed({ path }: { path: string }) {
  const lead = useLead();
  const writes = useRecordWrites();
  const { refusal, attempt } = useAttempt();
  return (
    <div className="pb-2 text-sm">
      <p>
        A calendar reads the shop&rsquo;s re-checks at this address. Whoever has it reads them; no
        owner is named.
      </p>
      <p className="figure my-1 break-all">
        {location.origin}
        {path}
      </p>
      {lead && (
        <Button onClick={() => void attempt(() => writes.renewFeed())}>
          Make a new address; the old one ends
        </Button>
      )}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}
