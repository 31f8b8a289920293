import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { answered, client } from "../api/client";
import { newKey } from "../api/key";
import { keepJob } from "../api/queries";
import type { Job, JobKind } from "../api/types";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { useJobView } from "./context";
import { JobKindPick } from "./jobKindPick";
import { addressOf } from "./stations";

type AnotherJobProps = { onOpened: () => void };

/** Opens a job made from this one and goes there; two presses open one. */
function useOpening(onOpened: () => void) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const { refusal, attempt } = useAttempt();
  // The same until it went through, so that it is done once however often it is pressed.
  const [key, setKey] = useState(newKey);

  async function open(ask: (headers: { "Idempotency-Key": string }) => Promise<Job>) {
    const opened = await ask({ "Idempotency-Key": key });
    setKey(newKey());
    keepJob(cache, opened);
    onOpened();
    await navigate({ to: addressOf(opened.station), params: { jobId: String(opened.id) } });
  }

  return { refusal, open: (ask: Parameters<typeof open>[0]) => void attempt(() => open(ask)) };
}

/** Another job on the same vehicle, with all that is measured on it. */
export function SecondJob({ onOpened }: AnotherJobProps) {
  const { job } = useJobView();
  const { refusal, open } = useOpening(onOpened);
  const [kind, setKind] = useState<JobKind>("recheck");
  return (
    <section aria-label="A second job" className="mt-5 border-t border-line pt-3">
      <JobKindPick label="A second job on this vehicle, to" kind={kind} onChange={setKind} />
      <Alert roomy={false}>{refusal?.message}</Alert>
      <Button
        className="mt-2"
        onClick={() =>
          open((headers) =>
            answered(
              client.POST("/api/jobs/{job_id}/again", {
                params: { path: { job_id: job.id } },
                body: { kind, with_choice: false },
                headers,
              }),
            ),
          )
        }
      >
        Open it
      </Button>
    </section>
  );
}

/** Another vehicle like this one, with its measurements and what is chosen, and a job on it. */
export function CopiedJob({ onOpened }: AnotherJobProps) {
  const { job } = useJobView();
  const { refusal, open } = useOpening(onOpened);
  return (
    <form
      aria-label="A copy"
      className="mt-5 border-t border-line pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        const name = String(new FormData(event.currentTarget).get("copy"));
        open((headers) =>
          answered(
            client.POST("/api/jobs/{job_id}/copy", {
              params: { path: { job_id: job.id } },
              body: { name, description: job.description, kind: job.kind, with_choice: true },
              headers,
            }),
          ),
        );
      }}
    >
      <Field
        label="A copy: another vehicle with these measurements and this choice, called"
        name="copy"
        required
        maxLength={80}
        defaultValue={`${job.name}, copy`}
      />
      <Alert roomy={false}>{refusal?.message}</Alert>
      <Button className="mt-2" type="submit">
        Copy it
      </Button>
    </form>
  );
}
