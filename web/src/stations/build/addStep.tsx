import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useJobView } from "../../job/context";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { Fold } from "../../ui/fold";
import { useWorkView } from "./workView";

/** A step of the lead's own, put after the one in hand. */
export function AddStep({ after }: { after: string | undefined }) {
  const { plan } = useWorkView();
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const [what, setWhat] = useState("");
  const [reason, setReason] = useState("");
  const [minutes, setMinutes] = useState("15");
  const at = plan.steps.findIndex(({ key }) => key === after);
  const before = plan.steps[at + 1];
  async function add() {
    const kept = await attempt(() =>
      writes.addStep({
        what,
        reason,
        state: plan.steps[at]?.state ?? "on its wheels",
        axle: plan.steps[at]?.axle ?? null,
        after: after ?? "",
        before: before?.key ?? "",
        usual_hours: Number(minutes) / 60,
      }),
    );
    if (!kept) return;
    setWhat("");
    setReason("");
  }
  return (
    <Fold
      title="Add a step of your own after the one in hand"
      className="mt-3 border-t border-line"
    >
      <div className="grid gap-2 sm:grid-cols-[2fr_2fr_1fr]">
        <Field label="What is done" value={what} onChange={(e) => setWhat(e.target.value)} />
        <Field label="Why" value={reason} onChange={(e) => setReason(e.target.value)} />
        <Field
          label="Usually, minutes"
          value={minutes}
          inputMode="numeric"
          onChange={(e) => setMinutes(e.target.value)}
        />
      </div>
      <Button className="mt-2" disabled={!what.trim() || !reason.trim()} onClick={() => void add()}>
        Add it
      </Button>
      <Alert>{refusal?.message}</Alert>
    </Fold>
  );
}
