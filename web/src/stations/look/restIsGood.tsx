import { PICKS } from "../../api/generated/core";
import { useWritable } from "../../api/session";
import type { Ends, Part } from "../../api/types";
import { useJobView } from "../../job/context";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";

const ENDS: { ends: Ends; text: string }[] = [
  { ends: "front", text: "front" },
  { ends: "rear", text: "rear" },
  { ends: "both", text: "front and rear" },
];

type RestIsGoodProps = { unseen: Part[] };

/** One press for what nobody has anything to say about; it is recorded as said together. */
export function RestIsGood({ unseen }: RestIsGoodProps) {
  const { writes } = useJobView();
  const writable = useWritable();
  if (!writable || unseen.length === 0) return null;
  const left = (ends: Ends) => unseen.filter(({ axle }) => ends === "both" || axle === ends).length;
  return (
    <p className="my-2 flex flex-wrap items-center gap-2 text-sm">
      <span className="text-pale">The rest is good:</span>
      {ENDS.filter(({ ends }) => left(ends) > 0).map(({ ends, text }) => (
        <Button key={ends} className="text-sm" onClick={() => void writes.restIsGood(ends)}>
          {text}, {left(ends)}
        </Button>
      ))}
    </p>
  );
}

/** Which end a short job touches: only its parts are asked for. */
export function TouchedEnds() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  if (job.kind === "upgrade") return null;
  return (
    <div className="my-2 flex flex-wrap items-center gap-3 text-sm">
      <span className="text-pale">This job touches</span>
      <Choice
        label="This job touches"
        value={job.look_over.ends ?? "both"}
        options={PICKS.ends.map((value) => ({ value, text: value, disabled: !writable }))}
        onChange={(ends) => void writes.enterOnPaper("look_over", "ends", ends)}
      />
    </div>
  );
}
