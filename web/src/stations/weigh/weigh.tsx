import { useSearch } from "@tanstack/react-router";
import { useEffect, useMemo } from "react";
import { useAskedAxle } from "../../app/askedAxle";
import { AxleSwitch } from "../../app/axleSwitch";
import { Findings, focusPlace } from "../../app/findings";
import { useJobView } from "../../app/jobContext";
import { measuredAt } from "../../api/place";
import { DrawingForm } from "../../drawings/drawingForm";
import { AxleParts } from "./axleParts";
import { AxleView } from "./axleView";
import { axleLoadAt } from "./axleLoad";
import { LoadStates } from "./loadStates";
import { measuringOrder } from "./order";
import { PlanView } from "./planView";
import { SideView } from "./sideView";

/** Station 2: the vehicle in three drawings whose dimensions are the inputs. */
export function Weigh() {
  const { job, loadKey, writes } = useJobView();
  const { place } = useSearch({ strict: false });
  const [axle, setAxle] = useAskedAxle(place?.startsWith("front.") ? "front" : "rear", place);
  const { sheet } = job;
  const stateIndex = sheet.load_states.findIndex(({ key }) => key === loadKey);
  const order = useMemo(() => measuringOrder(sheet, stateIndex, axle), [sheet, stateIndex, axle]);

  useEffect(() => {
    if (place !== undefined) focusPlace(place);
  }, [place]);

  return (
    <DrawingForm
      order={order}
      measured={(path) => axleLoadAt(sheet, path) ?? measuredAt(sheet, path)}
      save={(path, typed, known) => writes.enterOnSheet(path, typed, known)}
    >
      <main className="grid grid-cols-1 gap-x-8 pb-6 lg:grid-cols-[3fr_2fr]">
        <div>
          <SideView />
          <PlanView stateIndex={stateIndex} />
          <LoadStates />
          <Legend />
        </div>
        <div className="lg:border-l lg:border-line lg:pl-6">
          <AxleSwitch
            title={axle === "rear" ? "From behind" : "From the front"}
            axle={axle}
            onChange={setAxle}
          />
          <div className="max-w-xl">
            <AxleView name={axle} stateIndex={stateIndex} />
          </div>
          <AxleParts name={axle} />
          <div className="mt-4">
            <Findings />
          </div>
        </div>
      </main>
    </DrawingForm>
  );
}

function Legend() {
  return (
    <ul
      aria-label="How a number is known"
      className="mt-2 flex flex-wrap gap-x-5 text-xs text-pale"
    >
      <li>
        <span className="border-b border-ink text-ink">measured</span> or from the plate
      </li>
      <li>
        <span className="border-b border-dashed border-ink text-ink">quoted</span> by a seller
      </li>
      <li>
        <span className="border-b-2 border-dotted border-ink text-ink">estimated</span>
      </li>
      <li>
        <span className="border border-pale px-1">class default</span> nobody measured it
      </li>
    </ul>
  );
}
