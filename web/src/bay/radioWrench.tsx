import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { readWrench } from "../api/bay";
import type { WrenchFault } from "../api/types";
import { BigButton } from "./bigButton";
import { BigPick } from "./bigPick";

const FAULTS: { value: WrenchFault; text: string }[] = [
  { value: "none", text: "as it should" },
  { value: "scatters", text: "scatters" },
  { value: "clicks early", text: "clicks too early" },
  { value: "wrong joint", text: "reads another joint" },
  { value: "battery", text: "battery dies" },
];

type RadioWrenchProps = {
  jobId: number;
  joint: string;
  onRead: (typed: string, simulated: boolean) => void;
};

/** A wrench that sends what it read; its stand-in can be told how to go wrong, to practise on. */
export function RadioWrench({ jobId, joint, onRead }: RadioWrenchProps) {
  const [fault, setFault] = useState<WrenchFault>("none");
  const [says, setSays] = useState("");
  const { refusal, attempt } = useAttempt();
  const read = () =>
    attempt(async () => {
      const sent = await readWrench(jobId, joint, fault);
      setSays(sent.says);
      if (sent.typed) onRead(sent.typed, sent.simulated);
    });
  return (
    <>
      <BigPick label="Stand-in wrench behaves" value={fault} options={FAULTS} onChange={setFault} />
      <BigButton className="mt-2" onClick={() => void read()}>
        Read it from the wrench
      </BigButton>
      <p role="status" className="min-h-6 text-watch">
        {refusal?.message ?? says}
      </p>
    </>
  );
}
