import { useState } from "react";
import { useBayWrites } from "../api/bay";
import type { WorkStep } from "../api/types";
import { Tick } from "../ui/tick";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";

type LoosenedFormProps = { jobId: number; step: WorkStep; onKept: () => void };

/** Something the plan does not undo: it is tightened and marked before the last look. */
export function LoosenedForm({ jobId, step, onKept }: LoosenedFormProps) {
  const writes = useBayWrites(jobId);
  const [what, setWhat] = useState("");
  const [steers, setSteers] = useState(false);
  return (
    <form
      aria-label="Something else was loosened"
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        writes.loosened({ step: step.key, what, steers });
        onKept();
      }}
    >
      <BigField
        label="What was loosened"
        value={what}
        maxLength={80}
        onChange={(event) => setWhat(event.target.value)}
        className="min-h-16 text-xl"
      />
      <Tick
        size="glove"
        label="Steering, strut or control arm: the wheels are aligned before the road"
        on={steers}
        onChange={setSteers}
      />
      <BigButton type="submit" primary disabled={what.trim() === ""}>
        Mark it for tightening
      </BigButton>
    </form>
  );
}
