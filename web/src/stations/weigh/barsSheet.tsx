import { BarReadings } from "./barReadings";
import { Offers } from "./offers";
import { FindingList } from "../../job/findings";
import { useJobView } from "../../job/context";

const RULES = ["quoted_differs", "loses_motion"];

/** The bars that are there now: diameter, bore, shape, and the play that lets them idle. */
export function BarsSheet() {
  const { assessment } = useJobView();
  const said = (assessment?.findings ?? []).filter(({ rule }) => RULES.includes(rule));
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div className="grid gap-6">
        <BarReadings axle="front" />
        <BarReadings axle="rear" />
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <Offers
          about={["bar"]}
          empty="Read each bar at three places. Off the vehicle, its weight and its length along the bends tell the bore."
        />
        {said.length > 0 && <FindingList title="What the readings say" findings={said} />}
      </div>
    </div>
  );
}
