import { useLeanSheet } from "../../api/choose";
import { isChosen } from "../../job/chosen";
import { useJobView } from "../../job/context";
import type { AxleName } from "../../api/types";
import { known, roadSpeed, windSpeed } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Balance } from "./balance";
import type { Condition } from "./condition";
import { readingAt, REFERENCE_BEND, REFERENCE_WIND, sideForceAt } from "./condition";
import { LeanDrawing } from "./leanDrawing";
import { LeanSliders } from "./leanSliders";

type LeanPictureProps = {
  axle: AxleName;
  condition: Condition;
  onChange: (condition: Condition) => void;
};

/** The vehicle from behind, leaning as the sliders say, before and after. */
export function LeanPicture({ axle, condition, onChange }: LeanPictureProps) {
  const { assessment, state, job, loadKey, shown } = useJobView();
  const tables = useLeanSheet(job, loadKey).data;
  const evaluation = assessment?.evaluation;
  if (!evaluation || state === undefined) return <NoLean waiting={assessment === undefined} />;
  const view = (when: "before" | "after") => (tables ? { tables, when, axle } : undefined);
  const before = readingAt(evaluation, state.before, condition, view("before"));
  const after = readingAt(evaluation, state.after, condition, view("after"));
  const pushN = sideForceAt(evaluation, tables, condition);
  const chosen = isChosen(job.set_up);
  return (
    <section aria-labelledby="lean-title">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 id="lean-title" className="font-semibold">
          {axle === "rear" ? "From behind" : "From behind, at the front axle"}
        </h2>
        <span className="text-sm text-pale">lean drawn three times as large</span>
        <span className="ml-auto text-sm text-pale">
          wheel loads {shown}
          <kbd className="figure ml-2 border border-line px-1">x</kbd>
        </span>
      </div>
      <LeanDrawing
        sheet={job.sheet}
        setUp={job.set_up}
        axleName={axle}
        before={before}
        after={chosen ? after : null}
        shown={chosen ? shown : "before"}
        rollAxisM={state.roll_axis_height_m}
        windMps={condition.windMps}
        pair={evaluation[axle]}
      />
      <LeanSliders condition={condition} tables={tables} onChange={onChange} />
      {condition.frame !== null && (
        <p className="text-sm text-pale">
          With a frame that twists the ends lean apart: this is the {axle} end, play left out. Wheel
          loads are those of a frame that does not twist.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3 text-sm">
        <Button className="text-sm" onClick={() => onChange(REFERENCE_BEND)}>
          Bend, 0.3 g
        </Button>
        <Button className="text-sm" onClick={() => onChange(REFERENCE_WIND)}>
          Side wind, {windSpeed(12)} at {roadSpeed(25)}
        </Button>
        <span className="text-pale" data-testid="push">
          {pushN < 1
            ? "No wind, no push."
            : `The wind pushes with ${known(pushN, "force", 100)}, whatever the bar.`}
        </span>
      </div>
      <Balance
        before={state.before.front_share}
        after={chosen ? state.after.front_share : null}
        allowed={job.target.share_loss_points?.value ?? 3}
      />
    </section>
  );
}

/** What stands where nothing can be drawn yet, or at all. */
export function NoLean({ waiting }: { waiting: boolean }) {
  return (
    <p className="grid min-h-72 place-items-center text-pale">
      {waiting
        ? "Working it out …"
        : "These numbers do not describe a vehicle that stands; see what the numbers say."}
    </p>
  );
}
