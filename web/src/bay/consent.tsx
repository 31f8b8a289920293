import { useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { bayKey } from "../api/bay";
import { useLead } from "../api/session";
import type { BayWork } from "../api/types";
import { useWrites } from "../api/writes";
import { useMoney } from "../job/money";
import { SignaturePad } from "../job/signaturePad";
import type { Stroke } from "../job/signaturePad";
import { Alert } from "../ui/alert";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";
import { DayMoves } from "./dayMoves";
import { overAgreed } from "./stepFacts";

/** That the plan has become dearer than the owner agreed to, and the owner's word for it. */
export function Consent({ bay }: { bay: BayWork }) {
  const { job_id, agreed_cents, middle_cents } = bay;
  const money = useMoney();
  const lead = useLead();
  const [asking, setAsking] = useState(false);
  if (agreed_cents === null || !overAgreed(bay)) return null;
  return (
    <section
      aria-label="Over the sum agreed"
      className="flex flex-col gap-3 border-l-4 border-watch py-2 pl-3"
    >
      <p className="text-lg text-watch">
        {money((middle_cents - agreed_cents) / 100)} over the sum agreed: ask the owner first.
      </p>
      <p>
        Agreed up to {money(agreed_cents / 100)}; the middle is now {money(middle_cents / 100)}.
      </p>
      <DayMoves jobId={job_id} workVersion={bay.work_version} />
      {asking ? (
        <Sign bay={bay} onClose={() => setAsking(false)} />
      ) : (
        <>
          {lead && <BigButton onClick={() => setAsking(true)}>The owner signs here</BigButton>}
          <Link
            to="/jobs/$jobId/build"
            params={{ jobId: String(job_id) }}
            search={{ sheet: "quote" }}
            className="grid min-h-16 place-items-center border border-pale px-3 text-center text-xl"
          >
            {lead ? "Send the owner a link" : "A lead asks the owner: the quote"}
          </Link>
        </>
      )}
    </section>
  );
}

function Sign({ bay, onClose }: { bay: BayWork; onClose: () => void }) {
  const writes = useWrites(bay.job_id);
  const cache = useQueryClient();
  const money = useMoney();
  const { refusal, attempt } = useAttempt();
  const [by, setBy] = useState("");
  const [upTo, setUpTo] = useState(String(Math.ceil(bay.offered_cents / 100)));
  const [signature, setSignature] = useState<Stroke[]>([]);
  const amount = Number(upTo);
  async function agree() {
    const way = "signed here" as const;
    const up_to_cents = Math.round(amount * 100);
    const agreed = { digest: bay.digest, by, way, up_to_cents, signature };
    if (!(await attempt(() => writes.agreeQuote(agreed)))) return;
    await cache.invalidateQueries({ queryKey: bayKey(bay.job_id) });
    onClose();
  }
  return (
    <>
      {bay.snapped.map((bolt) => (
        <p key={bolt.id}>
          {bolt.size} snapped; next: {bolt.next}, {money(bolt.costs[bolt.next] ?? 0)} and its hours.
        </p>
      ))}
      <BigField
        label="Up to, without being asked again"
        value={upTo}
        inputMode="decimal"
        maxLength={9}
        onChange={(event) => setUpTo(event.target.value)}
        className="min-h-14 text-2xl"
      />
      <BigField
        label="Owner's name"
        value={by}
        maxLength={80}
        autoComplete="off"
        onChange={(event) => setBy(event.target.value)}
        className="min-h-14 text-xl"
      />
      <SignaturePad strokes={signature} onChange={setSignature} />
      <BigButton
        primary
        disabled={by.trim() === "" || signature.length === 0 || !(amount > 0)}
        onClick={() => void agree()}
      >
        Agree up to {amount > 0 ? money(amount) : "…"}
      </BigButton>
      <BigButton onClick={onClose}>Not now</BigButton>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </>
  );
}
