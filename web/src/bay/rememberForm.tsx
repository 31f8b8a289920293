import { useState } from "react";
import { useBayWrites } from "../api/bay";
import type { BayWork, WorkStep } from "../api/types";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";

type RememberFormProps = { bay: BayWork; step: WorkStep; partId: number; onKept: () => void };

/** A snag of this step with this kit, said at it to whoever fits the kit next. */
export function RememberForm({ bay, step, partId, onKept }: RememberFormProps) {
  const writes = useBayWrites(bay.job_id);
  const [says, setSays] = useState("");
  return (
    <form
      aria-label="Remember it with the kit"
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const job = `job ${bay.number}`;
        writes.remember(partId, { step: step.key, job, says, hours: null, bolt: "", socket: "" });
        onKept();
      }}
    >
      <BigField
        label="What went otherwise, and what helped"
        value={says}
        maxLength={400}
        onChange={(event) => setSays(event.target.value)}
        className="min-h-16 text-xl"
      />
      <BigButton type="submit" primary disabled={says.trim() === ""}>
        Remember it with the kit
      </BigButton>
    </form>
  );
}
