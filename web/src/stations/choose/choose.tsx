import { useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { useAskedAxle } from "../../app/askedAxle";
import { AxleSwitch } from "../../app/axleSwitch";
import { Findings } from "../../app/findings";
import { useJobView } from "../../app/jobContext";
import { measuredAt } from "../../api/place";
import type { AxleName } from "../../api/types";
import { DrawingForm } from "../../drawings/drawingForm";
import { BarEditor } from "./barEditor";
import { Curves } from "./curves";
import { LeanRoom } from "./leanRoom";
import type { Condition } from "./condition";
import { REFERENCE_BEND } from "./condition";
import { ShortList } from "./shortList";

/** Station 4: what a bar does to the lean, before it is bought. */
export function Choose() {
  const { job, writes } = useJobView();
  const asked = useSearch({ strict: false });
  const [first] = useState<AxleName>(job.set_up.front && !job.set_up.rear ? "front" : "rear");
  const [axle, setAxle] = useAskedAxle(asked.axle ?? first, `${asked.axle} ${asked.part}`);
  const [condition, setCondition] = useState<Condition>(REFERENCE_BEND);
  const [curvesOpen, setCurvesOpen] = useState(false);
  const editable = ["outside_diameter_m", "bore_m"].map(
    (name) => `set_up.${axle}.fitted.bar.${name}`,
  );

  return (
    <DrawingForm
      order={editable}
      measured={(path) => measuredAt(job.set_up, path.replace(/^set_up\./, ""))}
      save={(path, typed, known) =>
        writes.enterOnSetUp(path.replace(/^set_up\./, ""), typed, known)
      }
    >
      <main className="grid grid-cols-1 gap-x-8 pb-6 lg:grid-cols-[3fr_2fr]">
        <div>
          <LeanRoom axle={axle} condition={condition} onChange={setCondition} />
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
            onChange={setAxle}
          />
          <BarEditor axle={axle} />
          <ShortList key={`${axle} ${asked.part}`} axle={axle} part={asked.part} />
          <div className="mt-2">
            <Findings />
          </div>
        </div>
      </main>
    </DrawingForm>
  );
}
