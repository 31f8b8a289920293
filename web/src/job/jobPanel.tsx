import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Ellipsis } from "lucide-react";
import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { answered, client } from "../api/client";
import { newKey } from "../api/key";
import { keepJob } from "../api/queries";
import type { JobKind } from "../api/types";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Panel } from "../ui/panel";
import { useJobView } from "./context";
import { JobKindPick } from "./jobKindPick";
import { addressOf } from "./stations";

/** What can be done with the job as a whole: another name, out of the yard, a second one. */
export function JobPanel() {
  const { job, writes } = useJobView();
  const [open, setOpen] = useState(false);
  const { refusal, attempt } = useAttempt();
  return (
    <>
      <button
        type="button"
        aria-label="This job"
        title="This job: name, archive, a second one"
        onClick={() => setOpen(true)}
        className="grid size-11 place-items-center hover:text-after"
      >
        <Ellipsis size={18} />
      </button>
      <Panel open={open} onClose={() => setOpen(false)} title="This job">
        <form
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            const form = new FormData(event.currentTarget);
            void attempt(() =>
              writes.rename(String(form.get("name")), String(form.get("description"))),
            ).then((kept) => kept && setOpen(false));
          }}
        >
          <Field
            label="What the shop calls the vehicle"
            name="name"
            defaultValue={job.name}
            required
            maxLength={80}
          />
          <Field
            label="What it is"
            name="description"
            defaultValue={job.description}
            maxLength={120}
          />
          <Alert>{refusal?.message}</Alert>
          <div className="flex flex-wrap gap-3">
            <Button primary type="submit">
              Keep the name
            </Button>
            <Button onClick={() => void attempt(() => writes.archive(!job.archived))}>
              {job.archived ? "Back into the yard" : "Archive the job"}
            </Button>
          </div>
        </form>
        <SecondJob onOpened={() => setOpen(false)} />
      </Panel>
    </>
  );
}

/** Another job on the same vehicle, with all that is measured on it. */
function SecondJob({ onOpened }: { onOpened: () => void }) {
  const { job } = useJobView();
  const cache = useQueryClient();
  const navigate = useNavigate();
  const { refusal, attempt } = useAttempt();
  const [kind, setKind] = useState<JobKind>("recheck");
  // The same however often it is pressed, so that two presses open one job.
  const [key, setKey] = useState(newKey);

  async function openSecond() {
    const second = await answered(
      client.POST("/api/jobs/{job_id}/again", {
        params: { path: { job_id: job.id } },
        body: { kind, with_choice: false },
        headers: { "Idempotency-Key": key },
      }),
    );
    setKey(newKey());
    keepJob(cache, second);
    onOpened();
    await navigate({ to: addressOf(second.station), params: { jobId: String(second.id) } });
  }

  return (
    <section aria-label="A second job" className="mt-5 border-t border-line pt-3">
      <JobKindPick label="A second job on this vehicle, to" kind={kind} onChange={setKind} />
      <Alert roomy={false}>{refusal?.message}</Alert>
      <Button className="mt-2" onClick={() => void attempt(openSecond)}>
        Open it
      </Button>
    </section>
  );
}
