import { useAttempt } from "../../api/attempt";
import { useWritable } from "../../api/session";
import { useJobView } from "../../job/context";
import { Alert } from "../../ui/alert";
import { Pick } from "../../ui/pick";
import { useFitView } from "./fitView";

const SEEN = [
  { value: "unseen", text: "nobody looked" },
  { value: "clear", text: "clear" },
  { value: "wiring", text: "wiring or lines" },
];

/** What is inside each rail where it is drilled: they are seldom alike. */
export function InsideRails() {
  const { axle, path, fit } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  return (
    <>
      {(["left", "right"] as const).map((side) => (
        <Pick
          key={side}
          label={`Inside the ${side} rail`}
          place={`${path}.rail.inside_${side}`}
          value={fit.rail[`inside_${side}`] ?? "unseen"}
          disabled={!writable}
          onChange={(typed) =>
            void attempt(() => writes.enterOnPaper("fitting", `${axle}.rail.inside_${side}`, typed))
          }
          options={SEEN}
        />
      ))}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </>
  );
}
