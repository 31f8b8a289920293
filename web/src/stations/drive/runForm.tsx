import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { LOAD_NAMES } from "../../api/generated/core";
import { useAttempt } from "../../api/attempt";
import { driveKey, lookAtLog, plainly, useDriveWrites } from "../../api/drive";
import type { Typed } from "../../api/drive";
import { cache } from "../../api/cache";
import { shownAs, withUnit } from "../../api/units";
import type { DriveView, LogColumns, Manoeuvre } from "../../api/types";
import { known, roadSpeed } from "../../drawings/quantity";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Field } from "../../ui/field";
import { FileButton } from "../../ui/fileButton";
import { Fold } from "../../ui/fold";
import { Pick } from "../../ui/pick";
import { ColumnsForm } from "./columnsForm";

type RunFormProps = {
  drive: DriveView;
  manoeuvre: Manoeuvre;
  when: "before" | "after";
  onClose: () => void;
};

/** What the last run was driven with, since the next one has to be driven alike. */
function likeTheLast(drive: DriveView, manoeuvre: Manoeuvre, when: "before" | "after"): Typed {
  const last = drive.runs.findLast((run) => run.manoeuvre === manoeuvre) ?? drive.runs.at(-1);
  const usual = drive.standing.find((one) => one.manoeuvre === manoeuvre);
  const speed = (last?.manoeuvre === manoeuvre ? last.speed_m_s : null) ?? usual?.speed_m_s;
  const pressure = (pa: number | null | undefined) => (pa ? known(pa, "pressure", 5e3) : "");
  return plainly({
    manoeuvre,
    when,
    state: last?.state ?? drive.states[0] ?? "trip_ready",
    place: last?.place ?? "",
    driver: last?.driver ?? "",
    passenger: last?.passenger ?? "",
    closed_ground: usual?.closed_ground ?? false,
    speed: speed ? roadSpeed(speed) : "",
    limit: last?.limit_m_s ? roadSpeed(last.limit_m_s) : "",
    front_pressure: pressure(last?.front_pressure_pa),
    rear_pressure: pressure(last?.rear_pressure_pa),
  });
}

/** A run as it was driven: its conditions, then its log, the stand-in's, or none. */
export function RunForm({ drive, manoeuvre, when, onClose }: RunFormProps) {
  const writes = useDriveWrites(drive.job_id);
  const [typed, setTyped] = useState(() => likeTheLast(drive, manoeuvre, when));
  const [log, setLog] = useState<{ file: File; looked: LogColumns } | null>(null);
  const [busy, setBusy] = useState(false);
  const { refusal, attempt } = useAttempt();
  const set = (change: Partial<Typed>) => setTyped({ ...typed, ...change });
  const whole: Typed = {
    ...typed,
    front_pressure: withUnit(typed.front_pressure ?? "", "pressure"),
    rear_pressure: withUnit(typed.rear_pressure ?? "", "pressure"),
    sensor_height: withUnit(typed.sensor_height ?? "", "shift"),
  };

  async function keep(act: () => Promise<unknown>) {
    setBusy(true);
    const kept = await attempt(act);
    setBusy(false);
    if (kept) onClose();
  }
  const standIn = () =>
    keep(async () => {
      await writes.standIn(whole);
      await cache.invalidateQueries({ queryKey: driveKey(drive.job_id) });
    });

  return (
    <section aria-label="A run" className="border border-line p-4">
      <h2 className="font-semibold">
        <span className="inline-block first-letter:uppercase">{manoeuvre}</span>, {when}
      </h2>
      <p className="mb-2 text-sm text-pale">
        {drive.standing.find((one) => one.manoeuvre === manoeuvre)?.do}.
      </p>
      <Conditions typed={typed} states={drive.states} set={set} />
      {log ? (
        <ColumnsForm
          looked={log.looked}
          name={log.file.name}
          busy={busy}
          onKeep={(columns) => void keep(() => writes.keepLog(whole, log.file, columns))}
          onLeave={() => setLog(null)}
        />
      ) : (
        <div className="mt-4 flex flex-wrap gap-3">
          <FileButton
            className="inline-grid min-h-11 cursor-pointer place-items-center border border-after bg-after px-4 text-after-ink"
            label="Log of this run"
            accept=".csv,.txt,.tsv,.gz,text/csv"
            onFile={(file) =>
              void attempt(async () =>
                setLog({ file, looked: await lookAtLog(drive.job_id, file) }),
              )
            }
          >
            Take in a logger's file
          </FileButton>
          <Button disabled={busy} onClick={() => void standIn()}>
            {busy ? "Driving …" : "Let the stand-in drive it"}
          </Button>
          <Button disabled={busy} onClick={() => void keep(() => writes.keepDriven(whole))}>
            Keep it without a log
          </Button>
          <Button onClick={onClose}>Leave it</Button>
          <Link
            to="/logger/$jobId"
            params={{ jobId: String(drive.job_id) }}
            search={{ when, manoeuvre: manoeuvre as never }}
            className="inline-flex min-h-11 items-center underline underline-offset-4"
          >
            Log it with this phone
          </Link>
        </div>
      )}
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}

type ConditionsProps = {
  typed: Typed;
  states: DriveView["states"];
  set: (change: Partial<Typed>) => void;
};

function Conditions({ typed, states, set }: ConditionsProps) {
  const line = (label: string, name: keyof Typed, most = 40) => (
    <Field
      label={label}
      value={String(typed[name] ?? "")}
      maxLength={most}
      onChange={(event) => set({ [name]: event.target.value })}
    />
  );
  const pressure = shownAs("pressure").symbol;
  return (
    <>
      <Pick
        label="Loaded"
        value={typed.state}
        options={states.map((key) => ({ value: key, text: LOAD_NAMES[key].toLowerCase() }))}
        onChange={(state) => set({ state })}
      />
      <div className="flex min-h-13 items-center justify-between gap-3 border-b border-line text-sm">
        <span className="text-pale">Road</span>
        <Choice
          label="Road"
          value={typed.surface}
          options={[
            { value: "dry", text: "Dry" },
            { value: "wet", text: "Wet" },
          ]}
          onChange={(surface) => set({ surface })}
        />
      </div>
      <div className="mt-2 grid grid-cols-2 gap-x-5 gap-y-2">
        {line("Place", "place", 80)}
        {line("Who drives", "driver", 60)}
        {line("Speed", "speed", 20)}
        {line("Posted limit there", "limit", 20)}
      </div>
      <Fold title="Pressures, wind, traffic, who rides, where the logger lies">
        <div className="grid grid-cols-2 gap-x-5 gap-y-2">
          {line(`Front tyres, ${pressure}`, "front_pressure", 20)}
          {line(`Rear tyres, ${pressure}`, "rear_pressure", 20)}
          {line("Wind", "wind")}
          {line("Traffic", "traffic")}
          {line("Who rides", "passenger", 60)}
          {line(`Logger over the roll axis, ${shownAs("shift").symbol}`, "sensor_height", 20)}
        </div>
        <label className="flex min-h-11 items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="size-5"
            checked={typed.closed_ground ?? false}
            onChange={(event) => set({ closed_ground: event.target.checked })}
          />
          On closed ground
        </label>
      </Fold>
    </>
  );
}
