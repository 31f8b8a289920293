import { useState } from "react";
import { useClaim } from "../../api/choose";
import { actionFor, useShortList } from "../../api/queries";
import { useJobView } from "../../job/context";
import type { AxleName } from "../../api/types";
import { AuditAnswer } from "../../drawings/auditAnswer";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";

/** A seller's claim typed in, and what the geometry says to it. */
export function ClaimBox({ axle }: { axle: AxleName }) {
  const { job } = useJobView();
  const [typed, setTyped] = useState("");
  const [asked, setAsked] = useState<number | null>(null);
  const claim = useClaim(job, axle, asked);
  const chosen = job.set_up[axle];
  const number = chosen?.part_number ?? "";
  const listed = useShortList(job, axle, actionFor(job, axle), number || "none", false).data?.rows;
  const sheet = listed?.find((row) => row.part_number === number)?.claimed_gain;

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
      {sheet != null && (
        <Button
          className="mt-2 text-sm"
          onClick={() => {
            setTyped(String(Math.round(sheet * 100)));
            setAsked(Math.round(sheet * 100));
          }}
        >
          Check the {Math.round(sheet * 100)} % on its sheet
        </Button>
      )}
      {claim.isLoadingError && <p className="py-2 text-sm text-stop">{claim.error.message}</p>}
      {claim.data && <AuditAnswer audit={claim.data} />}
    </section>
  );
}
