import { useState } from "react";
import type { JobKind } from "../api/types";
import { useOpened } from "../api/writes";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { useJobView } from "./context";
import { JobKindPick } from "./jobKindPick";
import { useOpening } from "./useOpening";

type AnotherJobProps = { onOpened: () => void };

/** Another job on the same vehicle, with all that is measured on it. */
export function SecondJob({ onOpened }: AnotherJobProps) {
  const { job } = useJobView();
  const opened = useOpened();
  const { refusal, open, busy, says } = useOpening(job.id, onOpened);
  const [kind, setKind] = useState<JobKind>("recheck");
  return (
    <section aria-label="A second job" className="mt-5 border-t border-line pt-3">
      <JobKindPick label="A second job on this vehicle, to" kind={kind} onChange={setKind} />
      <Alert roomy={false}>{refusal?.message ?? says}</Alert>
      <Button
        className="mt-2"
        disabled={busy}
        onClick={() =>
          open(opened("/api/jobs/{job_id}/again", job.id, job.name, { kind, with_choice: false }))
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
  const opened = useOpened();
  const { refusal, open, busy, says } = useOpening(job.id, onOpened);
  return (
    <form
      aria-label="A copy"
      className="mt-5 border-t border-line pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        const name = String(new FormData(event.currentTarget).get("copy"));
        open(
          opened("/api/jobs/{job_id}/copy", job.id, name, {
            name,
            description: job.description,
            kind: job.kind,
            with_choice: true,
          }),
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
      <Alert roomy={false}>{refusal?.message ?? says}</Alert>
      <Button className="mt-2" type="submit" disabled={busy}>
        Copy it
      </Button>
    </form>
  );
}
