import type { DriveView, Job } from "../../api/types";
import { useJobView } from "../../job/context";
import { Fold } from "../../ui/fold";
import { BandChart } from "./bandChart";
import { Cloud } from "./cloud";
import { CorrectionOffer } from "./correctionOffer";
import { Explained } from "./explained";
import { changeOf, withBand } from "./figures";
import { LeaningBodies } from "./leaningBodies";
import { NextSteps } from "./nextSteps";
import { NotCompared } from "./notCompared";
import { RestAfter } from "./restAfter";

/** What the work did, beside what was predicted. */
export function ResultSheet({ drive }: { drive: DriveView }) {
  const { job } = useJobView();
  const { judged, measured, judged_run_id: id } = drive.verdicts;
  const run = drive.runs.find((one) => one.id === id);
  const gradient = measured?.roll_gradient_deg_per_g;
  if (!judged || !run || !gradient) return <NothingYet drive={drive} />;
  const pair = drive.verdicts.compared.find((one) => one.after_id === id);
  const before = drive.runs.find((one) => one.id === pair?.before_id);
  return (
    <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[3fr_2fr]">
      <div className="grid content-start gap-6">
        <Cloud jobId={drive.job_id} before={before} after={run} />
        <LeaningBodies measured={gradient} predicted={judged.predicted} />
        <RestAfter drive={drive} />
      </div>
      <div className="grid content-start gap-6 max-lg:order-first lg:border-l lg:border-line lg:pl-6">
        <section aria-label="Did it hold?">
          <h2 className="font-semibold">Did it hold?</h2>
          <BandChart
            before={pair?.comparison.before.roll_gradient_deg_per_g ?? null}
            predicted={judged.predicted}
            after={gradient}
          />
          <p className="text-lg" data-testid="verdict">
            {VERDICTS[judged.verdict]}: {withBand(gradient, "°/g")} measured,{" "}
            {withBand(judged.predicted, "°/g")} predicted.
          </p>
          {pair?.comparison.ratio && (
            <p className="text-sm text-pale">
              It leans {changeOf(pair.comparison.ratio)}.{" "}
              {pair.comparison.swings && (
                <>
                  Swings past centre {pair.comparison.swings[0]} → {pair.comparison.swings[1]}.
                </>
              )}
            </p>
          )}
          <p className="text-sm text-pale">
            Straight line through the cloud{" "}
            <span className="figure">{measured.straight_line_deg_per_g?.toFixed(1)}°/g</span>:
            rocking is in it, so it is not the answer.
          </p>
          <Together pair={pair} />
          {severalChanged(job.set_up) && (
            <p className="text-sm text-pale">
              Several parts were changed together: a run after all of them cannot say which did how
              much. The yard roll test after each part can.
            </p>
          )}
          {run.simulated && (
            <p className="text-sm text-watch">Simulated: a stand-in drove it, no vehicle did.</p>
          )}
          <NotCompared drive={drive} />
        </section>
        <Explained judged={judged} />
        <CorrectionOffer drive={drive} judged={judged} />
        <NextSteps jobId={drive.job_id} steps={judged.next_steps} />
        <Assumed assumed={measured.assumed} />
      </div>
    </div>
  );
}

type TogetherProps = { pair: DriveView["verdicts"]["compared"][number] | undefined };

/** How many runs each figure rests on, where there is more than one. */
function Together({ pair }: TogetherProps) {
  const counts = [pair?.before_ids.length ?? 1, pair?.after_ids.length ?? 1] as const;
  if (Math.max(...counts) < 2) return null;
  const runs = (count: number) => `${count} ${count === 1 ? "run" : "runs"}`;
  return (
    <p className="text-sm text-pale">
      {runs(counts[0])} before and {runs(counts[1])} after; those driven alike are fitted together.
    </p>
  );
}

/** Whether more than one part of the vehicle was changed. */
const severalChanged = (chosen: Job["set_up"]) =>
  [
    chosen.front,
    chosen.rear,
    chosen.front_joints === "renewed",
    chosen.rear_joints === "renewed",
  ].filter(Boolean).length > 1;

const VERDICTS = {
  agrees: "It agrees",
  better: "It is better than predicted",
  worse: "It is worse than predicted",
} as const;

function NothingYet({ drive }: { drive: DriveView }) {
  const refused = drive.runs.filter((run) => run.has_log && !run.tells && !run.answer.after_events);
  return (
    <div className="py-6">
      <p className="max-w-prose">
        No run after the work tells a lean yet. Drive a slalom, a bend or the winding road with a
        logger on the floor, as it was driven before.
      </p>
      <ul className="mt-2 text-sm text-watch">
        {refused.map((run) => (
          <li key={run.id}>
            {run.manoeuvre}, {run.when}: {run.answer.refused[0]}
          </li>
        ))}
      </ul>
      <div className="mt-4 grid max-w-xl gap-6">
        <RestAfter drive={drive} />
      </div>
    </div>
  );
}

function Assumed({ assumed }: { assumed: string[] }) {
  return (
    <Fold title="What was taken for granted" className="text-sm">
      <ul className="list-disc pl-5 text-pale">
        {assumed.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
    </Fold>
  );
}
