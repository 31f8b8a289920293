import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { driveKey, lookAtLog, plainly, useDriveWrites } from "../../api/drive";
import type { Typed } from "../../api/drive";
import { cache } from "../../api/cache";
import type { DriveView, LogColumns, Manoeuvre } from "../../api/types";
import { known, roadSpeed } from "../../drawings/quantity";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { FileButton } from "../../ui/fileButton";
import { ColumnsForm } from "./columnsForm";
import { Conditions, inUnits } from "./conditions";

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
  const whole = inUnits(typed);

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
