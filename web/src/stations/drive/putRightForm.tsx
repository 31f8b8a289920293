import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { plainly, useDriveWrites } from "../../api/drive";
import type { Typed } from "../../api/drive";
import type { DriveView, DrivenRun } from "../../api/types";
import { known, roadSpeed } from "../../drawings/quantity";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Pick } from "../../ui/pick";
import { Conditions, inUnits } from "./conditions";

type PutRightFormProps = { drive: DriveView; run: DrivenRun; onClose: () => void };

/** A run as it was said to be driven, to be typed over. */
function asTyped(run: DrivenRun): Typed {
  const pressure = (pa: number | null) => (pa === null ? "" : known(pa, "pressure", 1e3));
  const speed = (mS: number | null) => (mS === null ? "" : roadSpeed(mS));
  const height = run.sensor_height_m;
  return plainly({
    when: run.when,
    manoeuvre: run.manoeuvre,
    state: run.state,
    surface: run.surface,
    place: run.place,
    wind: run.wind,
    traffic: run.traffic,
    driver: run.driver,
    passenger: run.passenger,
    closed_ground: run.closed_ground,
    speed: speed(run.speed_m_s),
    limit: speed(run.limit_m_s),
    front_pressure: pressure(run.front_pressure_pa),
    rear_pressure: pressure(run.rear_pressure_pa),
    sensor_height: height === null ? "" : known(height, "shift", 1e-3),
  });
}

/** How a run was driven, put right; its log stays as it came. */
export function PutRightForm({ drive, run, onClose }: PutRightFormProps) {
  const writes = useDriveWrites(drive.job_id);
  const [typed, setTyped] = useState(() => asTyped(run));
  const { refusal, attempt } = useAttempt();
  const set = (change: Partial<Typed>) => setTyped({ ...typed, ...change });

  async function keep() {
    if (await attempt(() => writes.putRight(run, inUnits(typed)))) onClose();
  }

  return (
    <section aria-label="How it was driven" className="border border-line p-4">
      <h2 className="font-semibold">
        <span className="inline-block first-letter:uppercase">{run.manoeuvre}</span>, {run.when}:
        how it was driven
      </h2>
      <p className="mb-2 text-sm text-pale">
        Its log stays as it came; what was said before is kept.
      </p>
      <Pick
        label="Manoeuvre"
        value={typed.manoeuvre}
        options={drive.standing.map(({ manoeuvre }) => ({ value: manoeuvre, text: manoeuvre }))}
        onChange={(manoeuvre) => set({ manoeuvre })}
      />
      <div className="flex min-h-13 items-center justify-between gap-3 border-b border-line text-sm">
        <span className="text-pale">Driven</span>
        <Choice
          label="Driven"
          value={typed.when}
          options={[
            { value: "before", text: "Before the work" },
            { value: "after", text: "After it" },
          ]}
          onChange={(when) => set({ when })}
        />
      </div>
      <Conditions typed={typed} states={drive.states} set={set} />
      <div className="mt-4 flex flex-wrap gap-3">
        <Button primary onClick={() => void keep()}>
          Put it right
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}
