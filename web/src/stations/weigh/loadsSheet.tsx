import { useJobView } from "../../job/context";
import { CompareStates } from "./compareStates";
import { LoadStates } from "./loadStates";
import { Offers } from "./offers";
import { Pads } from "./pads";
import { PlanView } from "./planView";
import { Ticket } from "./ticket";
import { TowView } from "./towView";

type LoadsSheetProps = { stateIndex: number };

/** Loads: pads, ticket and trailer, with every load state side by side. */
export function LoadsSheet({ stateIndex }: LoadsSheetProps) {
  const { loadKey } = useJobView();
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <PlanView stateIndex={stateIndex} />
        <LoadStates />
        <div className="mt-4">
          <Pads key={loadKey} />
        </div>
        <Ticket />
      </div>
      <div className="grid content-start gap-6 lg:border-l lg:border-line lg:pl-6">
        <CompareStates />
        <TowView />
        <Offers
          about={["loads"]}
          empty="A state that nobody weighed can follow from a trailer's load, or from masses stacked on the next sheet."
        />
      </div>
    </div>
  );
}
