import { useEffect, useState } from "react";
import type { Typed } from "../api/drive";
import { useSession } from "../api/queries";
import { BigButton } from "./bigButton";
import { dropRun, leftRuns } from "./phoneDraft";
import type { LeftRun } from "./phoneDraft";
import { seconds } from "./phoneLog";
import type { PhoneLog } from "./phoneLog";

type LeftRunsProps = {
  jobId: number;
  onKeep: (typed: Typed, log: PhoneLog, drivenAt: Date) => Promise<void>;
};

/** Runs that grew on this phone and were not ended: its page was closed on the road. */
export function LeftRuns({ jobId, onKeep }: LeftRunsProps) {
  const person = useSession().data?.username;
  const [left, setLeft] = useState<LeftRun[]>([]);
  useEffect(() => {
    if (person) void leftRuns(person, jobId).then(setLeft);
  }, [person, jobId]);

  async function done(run: LeftRun) {
    await dropRun(run.id);
    setLeft((now) => now.filter(({ id }) => id !== run.id));
  }

  return left.map((run) => (
    <section
      key={run.id}
      aria-label="A run that was cut off"
      className="mb-4 border border-watch p-3"
    >
      <p className="text-xl">
        A {run.typed.manoeuvre} of {new Date(run.begunAt).toLocaleTimeString([], TIME)} was cut off;{" "}
        {Math.round(seconds(run.log))} s of it are on this phone.
      </p>
      <div className="mt-3 grid gap-3">
        <BigButton
          onClick={() =>
            void onKeep(run.typed, run.log, new Date(run.begunAt)).then(() => done(run))
          }
        >
          Keep what there is
        </BigButton>
        <BigButton onClick={() => void done(run)}>Throw it away</BigButton>
      </div>
    </section>
  ));
}

const TIME = { hour: "2-digit", minute: "2-digit" } as const;
