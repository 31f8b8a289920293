import { useLead } from "../../api/session";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import type { Agreed } from "../../api/types";
import { useJobView } from "../../job/context";
import { useMoney } from "../../job/money";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { Pick } from "../../ui/pick";
import { useWorkView } from "./workView";

const WAYS = ["in person", "by phone", "in writing"] as const;

/** What the owner agreed to, as it was shown; and taking the owner's word. */
export function Agreement() {
  const { agreed } = useWorkView();
  const lead = useLead();
  return (
    <section aria-label="What the owner agreed to" className="mt-6 max-w-xl text-sm">
      <h2 className="text-base font-semibold">What the owner agreed to</h2>
      {agreed ? <Kept agreed={agreed} /> : <p>Nothing yet.</p>}
      {lead && !agreed?.holds && <TakeWord />}
    </section>
  );
}

function Kept({ agreed }: { agreed: Agreed }) {
  const money = useMoney();
  const { p10, p90 } = agreed.quote.price;
  return (
    <>
      <p>
        {agreed.by} agreed {agreed.way} to go up to {money(agreed.up_to_cents / 100)} without being
        asked again; shown {money(p10)} to {money(p90)}.
      </p>
      <p className="text-pale">Kept by {agreed.person}.</p>
      {!agreed.holds && (
        <p className="text-watch">The plan has become dearer than that: ask again.</p>
      )}
    </>
  );
}

function TakeWord() {
  const { digest, quote } = useWorkView();
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const money = useMoney();
  const [by, setBy] = useState("");
  const [way, setWay] = useState<(typeof WAYS)[number]>("in person");
  const [upTo, setUpTo] = useState(String(Math.ceil(quote.price.p90)));
  const amount = Number(upTo);
  return (
    <div className="mt-1">
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="Who agreed"
          value={by}
          maxLength={80}
          onChange={(e) => setBy(e.target.value)}
        />
        <Field
          label={`Up to, without asking (middle ${money(quote.price.p50)})`}
          value={upTo}
          inputMode="decimal"
          maxLength={9}
          onChange={(e) => setUpTo(e.target.value)}
        />
      </div>
      <Pick
        label="How"
        value={way}
        options={WAYS.map((value) => ({ value, text: value }))}
        onChange={setWay}
      />
      <Button
        className="mt-3"
        disabled={by.trim() === "" || !(amount > 0)}
        onClick={() =>
          void attempt(() =>
            writes.agreeQuote({ digest, by, way, up_to_cents: Math.round(amount * 100) }),
          )
        }
      >
        The owner agreed
      </Button>
      <Alert>{refusal?.message}</Alert>
    </div>
  );
}
