import { useState } from "react";
import { AxleSwitch } from "../../job/axleSwitch";
import { Findings } from "../../job/findings";
import { useJobView } from "../../job/context";
import { actionFor } from "../../api/queries";
import type { Action, AxleName } from "../../api/types";
import { BarEditor } from "./barEditor";
import type { Condition } from "./condition";
import { Curves } from "./curves";
import { LeanPicture } from "./leanPicture";
import { Limits } from "./limits";
import { ShortList } from "./shortList";

type LeanSheetProps = {
  axle: AxleName;
  onAxle: (axle: AxleName) => void;
  condition: Condition;
  onCondition: (condition: Condition) => void;
  /** Part number that was asked for. */
  part: string | undefined;
};

/** The leaning vehicle, with the bar that makes it lean less beside it. */
export function LeanSheet({ axle, onAxle, condition, onCondition, part }: LeanSheetProps) {
  const { job } = useJobView();
  const [curvesOpen, setCurvesOpen] = useState(false);
  const [meant, setMeant] = useState<Partial<Record<AxleName, Action>>>({});
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <LeanPicture axle={axle} condition={condition} onChange={onCondition} />
        <Limits />
        <button
          type="button"
          aria-expanded={curvesOpen}
          onClick={() => setCurvesOpen(!curvesOpen)}
          className="mt-1 min-h-11 text-sm underline underline-offset-4"
        >
          {curvesOpen ? "Put the curves away" : "Curves over bend and wind"}
        </button>
        {curvesOpen && <Curves condition={condition} />}
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <AxleSwitch
          title={axle === "rear" ? "Rear bar" : "Front bar"}
          axle={axle}
          onChange={onAxle}
        />
        <BarEditor
          axle={axle}
          meant={meant[axle]}
          onMean={(action) => setMeant({ ...meant, [axle]: action })}
        />
        <ShortList
          key={`${axle} ${part}`}
          axle={axle}
          action={actionFor(job, axle, meant[axle])}
          part={part}
        />
        <div className="mt-2">
          <Findings />
        </div>
      </div>
    </div>
  );
}
