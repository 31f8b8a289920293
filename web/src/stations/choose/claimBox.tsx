import { useState } from "react";
import { useClaim } from "../../api/choose";
import { useJobView } from "../../app/jobContext";
import type { AxleName } from "../../api/types";
import { AuditAnswer } from "../../drawings/auditAnswer";
import { Field } from "../../ui/field";

/** A seller's claim typed in, and what the geometry says to it. */
export function ClaimBox({ axle }: { axle: AxleName }) {
  const { job } = useJobView();
  const [typed, setTyped] = useState("");
  const [asked, setAsked] = useState<number | null>(null);
  const claim = useClaim(job, axle, asked);
  const chosen = job.set_up[axle];

  function ask() {
    const perCent = Number(typed.replace(/[%+\s]/g, "").replace("−", "-"));
    setAsked(typed.trim() === "" || Number.isNaN(perCent) ? null : perCent);
  }

  return (
    <section aria-label="Claim">
      <h2 className="font-semibold">A seller&rsquo;s claim</h2>
      <p className="text-sm text-pale">
        {chosen
          ? `${chosen.fitted.bar.name} against the ${axle} bar that is there.`
          : `Choose the seller’s bar for the ${axle} first.`}
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          ask();
        }}
      >
        <Field
          label="Per cent stiffer, as the seller says"
          inputMode="decimal"
          value={typed}
          disabled={!chosen}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={ask}
        />
      </form>
      {claim.isError && <p className="py-2 text-sm text-stop">{claim.error.message}</p>}
      {claim.data && <AuditAnswer audit={claim.data} />}
    </section>
  );
}
