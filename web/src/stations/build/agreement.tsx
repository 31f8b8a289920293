import { useLead } from "../../api/session";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import type { Agreed } from "../../api/types";
import { useJobView } from "../../job/context";
import { useMoney } from "../../job/money";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { Fold } from "../../ui/fold";
import { Pick } from "../../ui/pick";
import { OwnerView } from "./ownerView";
import { QuoteLinks } from "./quoteLinks";
import { Signature } from "../../job/signaturePad";
import { SignHere } from "./signHere";
import { useWorkView } from "./workView";

/** What the owner agreed to, as it was shown; and asking for the owner's word. */
export function Agreement() {
  const { agreed } = useWorkView();
  const lead = useLead();
  return (
    <section aria-label="What the owner agreed to" className="mt-6 max-w-xl text-sm">
      <h2 className="text-base font-semibold">What the owner agreed to</h2>
      {agreed ? <Kept agreed={agreed} /> : <p>Nothing yet.</p>}
      {lead && !agreed?.holds && <AskOwner />}
      <QuoteLinks />
    </section>
  );
}

function Kept({ agreed }: { agreed: Agreed }) {
  const money = useMoney();
  const { p10, p90 } = agreed.shown.price;
  return (
    <>
      <p>
        {agreed.by} agreed {agreed.way} to go up to {money(agreed.up_to_cents / 100)} without being
        asked again; shown {money(p10)} to {money(p90)}.
      </p>
      {agreed.signature.length > 0 && (
        <div className="max-w-48">
          <Signature strokes={agreed.signature} by={agreed.by} />
        </div>
      )}
      <p className="text-pale">
        Kept by {agreed.person}, worked out by version {agreed.core_version}.
      </p>
      {!agreed.holds && (
        <p className="text-watch">The plan has become dearer than that: ask again.</p>
      )}
      <Fold title="As it was shown">
        <OwnerView quote={agreed.shown} />
      </Fold>
    </>
  );
}

/** Up to which sum, then by which way: a link, the tablet, or a word in person. */
function AskOwner() {
  const { digest, offered, quote } = useWorkView();
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const money = useMoney();
  const [upTo, setUpTo] = useState(String(Math.ceil(offered.up_to)));
  const [days, setDays] = useState("14");
  const [signing, setSigning] = useState(false);
  const amount = Number(upTo);
  const up_to_cents = Math.round(amount * 100);
  return (
    <div className="mt-1">
      <Field
        label={`Up to, without asking (middle ${money(quote.price.p50)})`}
        value={upTo}
        inputMode="decimal"
        maxLength={9}
        onChange={(event) => setUpTo(event.target.value)}
      />
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <Pick
          label="Open for"
          value={days}
          options={["3", "7", "14", "30"].map((value) => ({ value, text: `${value} days` }))}
          onChange={setDays}
        />
        <Button
          disabled={!(amount > 0)}
          onClick={() =>
            void attempt(() => writes.sendQuote({ digest, up_to_cents, days: Number(days) }))
          }
        >
          Make a link for the owner
        </Button>
        <Button disabled={!(amount >= quote.price.p50)} onClick={() => setSigning(true)}>
          Sign on this tablet
        </Button>
      </div>
      <TakeWord up_to_cents={up_to_cents} />
      <Fold title="What the owner reads">
        <OwnerView quote={offered} />
      </Fold>
      <Alert>{refusal?.message}</Alert>
      {signing && <SignHere upTo={amount} onClose={() => setSigning(false)} />}
    </div>
  );
}

const WAYS = ["in person", "by phone", "in writing"] as const;

/** The owner's word, as somebody of the shop heard it. */
function TakeWord({ up_to_cents }: { up_to_cents: number }) {
  const { digest } = useWorkView();
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const [by, setBy] = useState("");
  const [way, setWay] = useState<(typeof WAYS)[number]>("in person");
  return (
    <Fold title="The owner said so">
      <Field label="Who agreed" value={by} maxLength={80} onChange={(e) => setBy(e.target.value)} />
      <Pick
        label="How"
        value={way}
        options={WAYS.map((value) => ({ value, text: value }))}
        onChange={setWay}
      />
      <Button
        className="mt-3"
        disabled={by.trim() === "" || !(up_to_cents > 0)}
        onClick={() =>
          void attempt(() => writes.agreeQuote({ digest, by, way, up_to_cents, signature: [] }))
        }
      >
        The owner agreed
      </Button>
      <Alert>{refusal?.message}</Alert>
    </Fold>
  );
}
