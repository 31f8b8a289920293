import { useJobView } from "../../app/jobContext";
import type { AxleName } from "../../api/types";
import { grouped, kilograms } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Slider } from "../../ui/slider";
import type { Condition } from "./condition";
import { readingAt, REFERENCE_BEND, REFERENCE_WIND, sideForceAt } from "./condition";
import { LeanDrawing } from "./leanDrawing";

type LeanRoomProps = {
  axle: AxleName;
  condition: Condition;
  onChange: (condition: Condition) => void;
};

/** The vehicle from behind, leaning as the sliders say, before and after. */
export function LeanRoom({ axle, condition, onChange }: LeanRoomProps) {
  const { assessment, state, job, shown } = useJobView();
  const evaluation = assessment?.evaluation;
  if (!evaluation || state === undefined) {
    return (
      <p className="grid min-h-72 place-items-center text-pale">
        {assessment === undefined
          ? "Reckoning …"
          : "These numbers do not describe a vehicle that stands; see what the numbers say."}
      </p>
    );
  }
  const before = readingAt(evaluation, state.before, condition);
  const after = readingAt(evaluation, state.after, condition);
  const pushN = sideForceAt(evaluation, condition);
  const chosen = (job.set_up.front ?? job.set_up.rear) != null;
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
      <div className="flex flex-wrap gap-x-7">
        <Slider
          label="Bend"
          value={condition.bendG}
          max={0.5}
          step={0.01}
          shown={`${grouped(condition.bendG, 2)} g`}
          onChange={(bendG) => onChange({ ...condition, bendG })}
        />
        <Slider
          label="Wind from the side"
          value={condition.windMps}
          max={25}
          step={0.5}
          shown={`${grouped(condition.windMps, 1)} m/s`}
          onChange={(windMps) => onChange({ ...condition, windMps })}
        />
        <Slider
          label="Road speed"
          value={condition.roadKmh}
          max={130}
          step={5}
          shown={`${grouped(condition.roadKmh, 0)} km/h`}
          onChange={(roadKmh) => onChange({ ...condition, roadKmh })}
        />
      </div>
      <div className="flex flex-wrap items-center gap-3 text-sm">
        <Button className="text-sm" onClick={() => onChange(REFERENCE_BEND)}>
          Bend, 0.3 g
        </Button>
        <Button className="text-sm" onClick={() => onChange(REFERENCE_WIND)}>
          Side wind, 12 m/s at 90 km/h
        </Button>
        <span className="text-pale" data-testid="push">
          {pushN < 1
            ? "No wind, no push."
            : `The wind pushes with ${kilograms(Math.round(pushN / 98.0665) * 10)} of force, whatever the bar.`}
        </span>
      </div>
    </section>
  );
}
