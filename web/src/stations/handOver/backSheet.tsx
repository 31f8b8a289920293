import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useHandOverWrites } from "../../api/handOver";
import { useWritable } from "../../api/session";
import type { HandOverView } from "../../api/types";
import { shownAs } from "../../api/units";
import { shortDay } from "../../job/days";
import { useJobView } from "../../job/context";
import { GatePanel } from "../../job/gate";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { TextArea } from "../../ui/textArea";
import { Tick } from "../../ui/tick";
import { OutsideList } from "./outsideList";

/** What has to be true before the owner drives again, and the hand-over itself. */
export function BackSheet({ view }: { view: HandOverView }) {
  const writes = useHandOverWrites(view.job_id);
  const writable = useWritable() && view.handed_on === null;
  return (
    <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[3fr_2fr]">
      <div className="grid content-start gap-6">
        <OutsideList view={view} />
        <Repaired view={view} writable={writable} />
        <LeftOff view={view} writable={writable} />
      </div>
      <div className="grid content-start gap-6 lg:border-l lg:border-line lg:pl-6">
        <Odometer key={view.odometer} view={view} writable={writable} />
        {view.handed_on !== null && (
          <p role="status" className="border-l-4 border-after pl-3">
            Handed over on {shortDay(view.handed_on)} by {view.handed_by}. What was read then stays.
          </p>
        )}
        {view.handed_on !== null && <PutAside />}
        <GatePanel
          station="hand_over"
          {...(view.handed_on === null && {
            last: { text: "Hand it over", pass: (reason: string) => writes.handOver(reason) },
          })}
        />
        <p className="text-sm text-pale">
          Ratings are as they were, and stability aids were not calibrated here. The chassis
          maker&rsquo;s rules and local law come first.
        </p>
      </div>
    </div>
  );
}

/** A job that is done goes out of the way; it is found by search, and its visits stay due. */
function PutAside() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  if (!writable || job.shelf !== "yard") return null;
  return (
    <div>
      <Button onClick={() => void attempt(() => writes.putOnShelf("archived"))}>
        Archive the job: its re-checks stay due
      </Button>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}

type PartProps = { view: HandOverView; writable: boolean };

function Repaired({ view, writable }: PartProps) {
  const writes = useHandOverWrites(view.job_id);
  const { refusal, attempt } = useAttempt();
  if (view.repaired.length === 0) return null;
  return (
    <section aria-label="Repaired threads">
      <h2 className="font-semibold">Repaired threads</h2>
      <p className="text-sm text-pale">Looked at after the slow first exit, each of them.</p>
      <ul className="my-1 text-sm">
        {view.repaired.map(({ step, what }) => (
          <li key={step} className="border-t border-line py-1">
            {what}
          </li>
        ))}
      </ul>
      {writable ? (
        <Tick
          label="All of them hold after the first drive"
          on={view.threads_seen}
          onChange={(seen) => void attempt(() => writes.seeThreads(seen))}
        />
      ) : (
        <p className="text-sm">{view.threads_seen ? "All of them hold." : "Not looked at."}</p>
      )}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </section>
  );
}

function LeftOff({ view, writable }: PartProps) {
  const writes = useHandOverWrites(view.job_id);
  if (!writable && view.left_off.length === 0) return null;
  return (
    <section aria-label="Left off">
      <h2 className="font-semibold">Left off</h2>
      <p className="text-sm text-pale">
        What came off and is not put back: one a line, with its reason. The owner reads it.
      </p>
      {writable ? (
        <TextArea
          label="Left off, and why"
          value={view.left_off.join("\n")}
          draftKey={`left-off ${view.job_id}`}
          rows={2}
          maxLength={2000}
          save={(text) => writes.leaveOff(text.split("\n").filter((one) => one.trim()))}
        />
      ) : (
        <ul className="text-sm">
          {view.left_off.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Odometer({ view, writable }: PartProps) {
  const writes = useHandOverWrites(view.job_id);
  const [typed, setTyped] = useState(view.odometer);
  const { refusal, attempt } = useAttempt();
  const unit = shownAs("distance").symbol;
  if (!writable) return <p>Odometer at hand-over: {view.odometer || "not read"}.</p>;
  return (
    <section aria-label="Odometer">
      <h2 className="font-semibold">Odometer</h2>
      <p className="mb-1 text-sm text-pale">The re-checks count from it.</p>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void attempt(() => writes.readOdometer(typed));
        }}
      >
        <Field
          label={`It reads, ${unit}`}
          value={typed}
          maxLength={24}
          data-place="hand_over.odometer"
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button type="submit">Keep it</Button>
      </form>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </section>
  );
}
