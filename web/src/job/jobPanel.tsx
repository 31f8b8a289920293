import { Link } from "@tanstack/react-router";
import { Ellipsis } from "lucide-react";
import { useState } from "react";
import { useAttempt } from "../api/attempt";
import type { Shelf } from "../api/types";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Panel } from "../ui/panel";
import { AboutForm } from "./aboutForm";
import { Attachments } from "./attachments";
import { CopiedJob, SecondJob } from "./anotherJob";
import { useJobView } from "./context";
import { EraseOwner } from "./eraseOwner";
import { RecordFile } from "./recordFile";
import { WhoseJob } from "./whoseJob";

/** What can be done with the job as a whole: another name, out of the yard, a second one, a copy. */
export function JobPanel() {
  const { job, writes } = useJobView();
  const [open, setOpen] = useState(false);
  const { refusal, attempt } = useAttempt();

  function putAway(shelf: Shelf) {
    void attempt(() => writes.putOnShelf(shelf)).then((kept) => kept && setOpen(false));
  }

  return (
    <>
      <button
        type="button"
        aria-label="This job"
        title="This job: vehicle and owner, papers, archive, delete, a second one, a copy"
        onClick={() => setOpen(true)}
        className="grid size-11 place-items-center hover:text-after"
      >
        <Ellipsis size={18} />
      </button>
      <Panel open={open} onClose={() => setOpen(false)} title="This job">
        <AboutForm onKept={() => setOpen(false)} />
        <WhoseJob />
        <EraseOwner />
        <Attachments />
        <Alert>{refusal?.message}</Alert>
        {job.shelf === "yard" && (
          <div className="mt-4 flex flex-wrap gap-3">
            <Button onClick={() => putAway("archived")}>Archive the job</Button>
            <Button onClick={() => putAway("deleted")}>Delete the job</Button>
          </div>
        )}
        <p className="mt-4 flex flex-wrap gap-x-6 text-sm">
          <Link
            to="/jobs/$jobId/history"
            params={{ jobId: String(job.id) }}
            search={{}}
            onClick={() => setOpen(false)}
            className="inline-grid min-h-11 items-center underline underline-offset-4"
          >
            Who did what when
          </Link>
        </p>
        <RecordFile />
        <SecondJob onOpened={() => setOpen(false)} />
        <CopiedJob onOpened={() => setOpen(false)} />
      </Panel>
    </>
  );
}
