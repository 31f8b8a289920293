import { AxleSwitch } from "../../job/axleSwitch";
import type { AxleName } from "../../api/types";
import { AxleParts } from "./axleParts";
import { AxleView } from "./axleView";
import { Offers } from "./offers";
import { LoadStates } from "./loadStates";
import { PlanView } from "./planView";
import { SideView } from "./sideView";

type DrawingsSheetProps = {
  stateIndex: number;
  axle: AxleName;
  onAxle: (axle: AxleName) => void;
  children: React.ReactNode;
};

/** The vehicle in three drawings whose dimensions are the inputs. */
export function DrawingsSheet({ stateIndex, axle, onAxle, children }: DrawingsSheetProps) {
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
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
          onChange={onAxle}
        />
        <div className="max-w-xl">
          <AxleView name={axle} stateIndex={stateIndex} />
        </div>
        <AxleParts name={axle} />
        <Offers about={["rates"]} />
        {children}
      </div>
    </div>
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
