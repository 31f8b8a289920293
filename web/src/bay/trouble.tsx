import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { troublePlace } from "../api/bay";
import { useSent } from "../api/outbox/useOutbox";
import type { BayWork, WorkStep } from "../api/types";
import { BigButton } from "./bigButton";
import { Consent } from "./consent";
import { FoundForm } from "./foundForm";
import { Ladder } from "./ladder";
import { LoosenedForm } from "./loosenedForm";
import { MisfitForm } from "./misfitForm";
import { RememberForm } from "./rememberForm";
import { Freeing, SeizedForm } from "./seizedForm";
import { SnappedForm } from "./snappedForm";

type TroubleProps = { bay: BayWork; step: WorkStep; onClose: () => void };
type Kind = "snapped" | "seized" | "misfit" | "found" | "loosened" | "remember";

const ASKS: { kind: Kind; text: string; undoing?: true }[] = [
  { kind: "snapped", text: "A bolt snapped", undoing: true },
  { kind: "seized", text: "A bolt is seized", undoing: true },
  { kind: "misfit", text: "It does not fit" },
  { kind: "found", text: "Something else found" },
  { kind: "loosened", text: "Something else was loosened" },
];

/** What can go wrong at a step, and what each of it does. */
export function Trouble({ bay, step, onClose }: TroubleProps) {
  const [kind, setKind] = useState<Kind | null>(null);
  const sent = useSent(bay.job_id)("bay", troublePlace(step.key));
  const snapped = bay.snapped.filter((bolt) => bolt.step === step.key);
  const seized = bay.seized.filter((bolt) => bolt.step === step.key);
  const undoes = (step.undoes ?? []).length > 0;
  const partId = step.axle ? bay.kits[step.axle] : undefined;
  const form = { jobId: bay.job_id, bay, step, onKept: () => setKind(null) };
  const forms: Record<Kind, React.ReactNode> = {
    snapped: <SnappedForm {...form} />,
    seized: <SeizedForm {...form} />,
    misfit: <MisfitForm {...form} />,
    found: <FoundForm {...form} />,
    loosened: <LoosenedForm {...form} />,
    remember: partId !== undefined && <RememberForm {...form} partId={partId} />,
  };
  return (
    <section aria-label="Trouble" className="flex flex-1 flex-col gap-3 pt-3">
      <h1 className="text-3xl font-semibold">Trouble</h1>
      <p className="text-pale">{step.what}</p>
      {kind ? (
        forms[kind]
      ) : (
        <>
          {sent && (
            <p role="status" className={sent.refused ? "text-stop" : "text-pale"}>
              {sent.refused ?? `Kept here, not sent yet: ${sent.typed}.`}
            </p>
          )}
          <Consent bay={bay} />
          {snapped.map((bolt) => (
            <Ladder key={bolt.id} bay={bay} bolt={bolt} />
          ))}
          {seized.map((bolt) => (
            <Freeing key={bolt.id} jobId={bay.job_id} bolt={bolt} />
          ))}
          {ASKS.filter(({ undoing }) => undoes || !undoing).map((one) => (
            <BigButton key={one.kind} onClick={() => setKind(one.kind)}>
              {one.text}
            </BigButton>
          ))}
          <Link
            to="/jobs/$jobId/build"
            params={{ jobId: String(bay.job_id) }}
            search={{ sheet: "order" }}
            className="grid min-h-16 place-items-center border border-pale px-3 text-center text-xl"
          >
            Wrong or missing part: say so in the order
          </Link>
          {partId !== undefined && (
            <BigButton onClick={() => setKind("remember")}>Remember it with the kit</BigButton>
          )}
        </>
      )}
      <BigButton className="mt-auto" onClick={() => (kind ? setKind(null) : onClose())}>
        {kind ? "Not that" : "Back to the step"}
      </BigButton>
    </section>
  );
}
