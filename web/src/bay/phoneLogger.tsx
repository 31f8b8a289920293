import { Link, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { plainly } from "../api/drive";
import { useOnItsWay } from "../api/outbox/useOutbox";
import { useJob } from "../api/queries";
import { SavingMark } from "../job/savingMark";
import { StorageLine } from "../job/storageLine";
import { BigButton } from "./bigButton";
import { LeftRuns } from "./leftRuns";
import { PhoneForm } from "./phoneForm";
import { STILL_S } from "./phoneLog";
import type { Phase } from "./phoneLog";
import { useBayFace } from "./useBayFace";
import { usePhoneLog } from "./usePhoneLog";

/** What stands on the page meanwhile. */
const TOLD: Record<Phase, string> = {
  ready: "Lay the phone flat on the floor near the middle, its top edge ahead. It speaks.",
  still: "Stand still.",
  drive: "Drive. Nobody looks here; it logs until you stand again.",
  "still again": "Stand still.",
  done: "Kept on this phone; it is sent when there is a network.",
};

/** A phone on the floor as a logger: start, still, drive, still, stop. With no network too. */
export function PhoneLogger() {
  const { jobId } = useParams({ from: "/logger/$jobId" });
  const { when = "before", manoeuvre = "gentle slalom" } = useSearch({ from: "/logger/$jobId" });
  const job = useJob(Number(jobId)).data;
  const [driven, setDriven] = useState(() =>
    plainly({ when, manoeuvre, state: "trip_ready", closed_ground: true }),
  );
  const { phase, seconds, rate, failed, keep, start, standing, again } = usePhoneLog(Number(jobId));
  useBayFace();
  const refused = useOnItsWay().find(
    ({ write }) => write.jobId === Number(jobId) && write.base === "drive" && write.refused,
  );

  return (
    <main className="mx-auto flex min-h-screen w-full max-w-xl flex-col px-4 pb-4">
      <title>{`Phone as logger · ${job?.name ?? "Calm Axle"}`}</title>
      <header className="flex min-h-14 items-center gap-4 text-sm">
        <Link
          to="/jobs/$jobId/drive"
          params={{ jobId }}
          className="flex min-h-14 items-center underline underline-offset-4"
        >
          {job?.name ?? "Job"}
        </Link>
        <SavingMark ready />
      </header>
      <StorageLine />
      <h1 className="text-2xl font-semibold">This phone as the logger</h1>
      <p className="my-2 text-xl" role="status" data-testid="phase" data-phase={phase}>
        {TOLD[phase]}
      </p>
      {phase === "ready" ? (
        <>
          <LeftRuns jobId={Number(jobId)} onKeep={keep} />
          <PhoneForm driven={driven} sheet={job?.sheet} onChange={setDriven} />
          <BigButton
            primary
            hand
            className="mt-auto min-h-24 text-3xl"
            onClick={() => start(driven)}
          >
            Start
          </BigButton>
        </>
      ) : (
        <>
          <p className="figure my-auto text-center text-7xl" aria-hidden>
            {phase === "done" ? "✓" : count(phase, seconds)}
          </p>
          {rate > 0 && <p className="text-pale">{rate} readings a second</p>}
          {phase === "drive" && (
            <BigButton primary hand className="min-h-32 text-3xl" onClick={standing}>
              It stands again
            </BigButton>
          )}
          {phase === "done" && <BigButton onClick={again}>Another run</BigButton>}
        </>
      )}
      {failed && (
        <p role="alert" className="mt-3 text-xl text-stop">
          {failed}
        </p>
      )}
      {refused?.write.refused && (
        <p role="alert" className="mt-3 text-stop">
          {refused.write.refused.complaints[0]?.message}
        </p>
      )}
    </main>
  );
}

const count = (phase: Phase, seconds: number) =>
  phase === "drive" ? `${Math.floor(seconds)} s` : `${Math.max(0, Math.ceil(STILL_S - seconds))} s`;
