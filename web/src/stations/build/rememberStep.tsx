import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useFit } from "../../api/fit";
import { useRackWrites } from "../../api/racks";
import type { WorkStep } from "../../api/types";
import { useJobView } from "../../job/context";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { Fold } from "../../ui/fold";

type RememberStepProps = { step: WorkStep; partId: number };

/** What this job taught of a step, for every later one with the kit: a snag, hours, a socket. */
export function RememberStep({ step, partId }: RememberStepProps) {
  const { job } = useJobView();
  const fit = useFit(job).data;
  const { remember } = useRackWrites();
  const { refusal, attempt } = useAttempt();
  const [says, setSays] = useState("");
  const [minutes, setMinutes] = useState("");
  const [socket, setSocket] = useState("");
  const bolts = (step.axle && fit?.[step.axle]?.bolts) ?? [];
  const bolt = bolts.find(({ key }) => key === step.torque)?.where ?? "";
  const hours = minutes.trim() ? Number(minutes) / 60 : null;

  async function keep() {
    const taught = { step: step.key, job: `job ${job.number}`, says, hours, bolt, socket };
    if (!(await attempt(() => remember(partId, taught)))) return;
    setSays("");
    setMinutes("");
    setSocket("");
  }

  return (
    <Fold title="Remember it with the kit" className="mt-3 border-t border-line">
      <Field
        label="What went otherwise, and what helped"
        value={says}
        maxLength={400}
        onChange={(event) => setSays(event.target.value)}
      />
      <div className="mt-2 grid grid-cols-2 gap-3">
        <Field
          label="It took, minutes"
          value={minutes}
          inputMode="numeric"
          onChange={(event) => setMinutes(event.target.value)}
        />
        {bolt && (
          <Field
            label="Socket that was right"
            value={socket}
            maxLength={60}
            onChange={(event) => setSocket(event.target.value)}
          />
        )}
      </div>
      <Button
        className="mt-2"
        disabled={
          !(says.trim() || minutes.trim() || socket.trim()) || (hours !== null && !(hours > 0))
        }
        onClick={() => void keep()}
      >
        Remember it
      </Button>
      <Alert>{refusal?.message}</Alert>
    </Fold>
  );
}
