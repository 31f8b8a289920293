import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useJobView } from "../../job/context";
import { useMoney } from "../../job/money";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { Panel } from "../../ui/panel";
import { OwnerView } from "./ownerView";
import { SignaturePad } from "../../job/signaturePad";
import type { Stroke } from "../../job/signaturePad";
import { useWorkView } from "./workView";

type SignHereProps = { upTo: number; onClose: () => void };

/** The tablet handed to the owner: the quote as they read it, a name, and a pad to sign on. */
export function SignHere({ upTo, onClose }: SignHereProps) {
  const { digest, offered } = useWorkView();
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const money = useMoney();
  const [by, setBy] = useState("");
  const [signature, setSignature] = useState<Stroke[]>([]);

  async function agree() {
    const agreed = { digest, by, way: "signed here" as const, signature };
    const up_to_cents = Math.round(upTo * 100);
    if (await attempt(() => writes.agreeQuote({ ...agreed, up_to_cents }))) onClose();
  }

  return (
    <Panel open title="Quote" onClose={onClose}>
      <OwnerView quote={offered} />
      <p className="mt-3 text-sm">
        I agree that the workshop goes on up to <b>{money(upTo)}</b> without asking, and asks me
        first above that.
      </p>
      <div className="mt-2">
        <Field
          label="Name"
          value={by}
          maxLength={80}
          autoComplete="off"
          onChange={(event) => setBy(event.target.value)}
        />
      </div>
      <SignaturePad strokes={signature} onChange={setSignature} />
      <div className="mt-3 flex flex-wrap gap-2">
        <Button
          primary
          disabled={by.trim() === "" || signature.length === 0}
          onClick={() => void agree()}
        >
          Sign
        </Button>
        <Button disabled={signature.length === 0} onClick={() => setSignature([])}>
          Sign anew
        </Button>
        <Button onClick={onClose}>Not now</Button>
      </div>
      <Alert>{refusal?.message}</Alert>
    </Panel>
  );
}
