import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import type { WorkStep } from "../../api/types";
import { useJobView } from "../../job/context";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { Fold } from "../../ui/fold";
import { WidePick } from "../../ui/widePick";
import { useWorkView } from "./workView";

/** What a lead does to a step: leaves it out, does it later, in two goes; each with a reason. */
export function ChangeStep({ step }: { step: WorkStep }) {
  const { plan } = useWorkView();
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const [reason, setReason] = useState("");
  const [after, setAfter] = useState("");
  const [first, setFirst] = useState("");
  const [second, setSecond] = useState("");
  const said = reason.trim() !== "";
  return (
    <Fold title="Change this step" className="mt-3 border-t border-line">
      <Field
        label="Why; it stays with the plan"
        value={reason}
        maxLength={300}
        onChange={(event) => setReason(event.target.value)}
      />
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          disabled={!said}
          onClick={() => void attempt(() => writes.strikeStep(step.key, reason))}
        >
          Leave it out
        </Button>
      </div>
      <div className="mt-2">
        <WidePick
          label="Only after"
          place="plan.after"
          value={after}
          options={[
            { value: "", text: "pick a step" },
            ...plan.steps
              .filter(({ key }) => key !== step.key)
              .map(({ key, what }, i) => ({ value: key, text: `${i + 1} ${what.slice(0, 50)}` })),
          ]}
          onChange={setAfter}
        />
        <Button
          disabled={!said || after === ""}
          onClick={() => void attempt(() => writes.moveStep(step.key, after, reason))}
        >
          Move it there
        </Button>
      </div>
      <div className="mt-2 grid gap-2 sm:grid-cols-2">
        <Field label="First go" value={first} onChange={(e) => setFirst(e.target.value)} />
        <Field label="Second go" value={second} onChange={(e) => setSecond(e.target.value)} />
      </div>
      <Button
        className="mt-2"
        disabled={!said || !first.trim() || !second.trim()}
        onClick={() => void attempt(() => writes.splitStep(step.key, first, second, reason))}
      >
        Do it in two goes
      </Button>
      <Alert>{refusal?.message}</Alert>
    </Fold>
  );
}
