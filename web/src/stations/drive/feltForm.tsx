import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useDriveWrites } from "../../api/drive";
import type { DriveView, DrivenRun, Felt, Rider } from "../../api/types";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Field } from "../../ui/field";
import { Pick } from "../../ui/pick";

type FeltFormProps = { drive: DriveView; run: DrivenRun; onClose: () => void };
const NOT_ASKED = "";

/** What driver or passenger felt, in the same words each time. */
export function FeltForm({ drive, run, onClose }: FeltFormProps) {
  const writes = useDriveWrites(drive.job_id);
  const [seat, setSeat] = useState<Rider>("driver");
  const stands = run.impressions.find((one) => one.seat === seat);
  const [felt, setFelt] = useState<Partial<Record<Felt, string>>>({});
  const [said, setSaid] = useState<string | null>(null);
  const { refusal, attempt } = useAttempt();
  const at = (one: Felt) => felt[one] ?? (stands?.felt[one] ?? NOT_ASKED).toString();

  async function keep() {
    const asked = drive.questions.map(({ felt: one }) => [one, at(one)] as const);
    const ratings = asked.filter(([, rating]) => rating !== NOT_ASKED);
    const kept = await attempt(() =>
      writes.felt({
        run_id: run.id,
        seat,
        name: (seat === "driver" ? run.driver : run.passenger) || "",
        felt: Object.fromEntries(ratings.map(([one, rating]) => [one, Number(rating)])),
        said: said ?? stands?.said ?? "",
      }),
    );
    if (kept) onClose();
  }

  return (
    <section aria-label="What was felt" className="border border-line p-4">
      <h2 className="mb-2 font-semibold">
        What was felt: {run.manoeuvre}, {run.when}
      </h2>
      <Choice
        label="Who"
        value={seat}
        options={[
          { value: "driver", text: "Driver" },
          { value: "passenger", text: "Passenger" },
        ]}
        onChange={(next) => {
          setSeat(next);
          setFelt({});
          setSaid(null);
        }}
      />
      {drive.questions.map(({ felt: one, text }) => (
        <Pick
          key={one}
          label={text}
          value={at(one)}
          options={[
            { value: NOT_ASKED, text: "–" },
            ...drive.scale.map((words, rating) => ({ value: String(rating), text: words })),
          ]}
          onChange={(rating) => setFelt({ ...felt, [one]: rating })}
        />
      ))}
      <Field
        label="In their own words"
        value={said ?? stands?.said ?? ""}
        maxLength={400}
        onChange={(event) => setSaid(event.target.value)}
      />
      <div className="mt-3 flex gap-3">
        <Button primary onClick={() => void keep()}>
          Keep it
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}
