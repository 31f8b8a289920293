import { SchoolPick } from "../../job/schoolPick";
import { Row, Table } from "../../ui/table";
import { useLeanSheet } from "../../api/choose";
import { Findings } from "../../job/findings";
import { isChosen } from "../../job/chosen";
import { useJobView } from "../../job/context";
import { NumberRow } from "../../drawings/numberRow";
import { degrees, grouped, known, roadSpeed, windSpeed } from "../../drawings/quantity";
import { NoLean } from "./leanPicture";
import { WindMap } from "./windMap";

/** The lean over road speed and wind as a map, and how far rough ground may twist. */
export function GroundSheet() {
  const { job, loadKey, assessment } = useJobView();
  const tables = useLeanSheet(job, loadKey);
  if (tables.isLoadingError || !tables.data) {
    return <NoLean waiting={assessment === undefined || tables.isPending} />;
  }
  const rough = isChosen(job.set_up) ? tables.data.rough : tables.data.rough.slice(0, 1);
  const most = Math.max(...rough.map(({ articulation_rad }) => articulation_rad));
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <WindMap tables={tables.data} />
        <div className="grid gap-x-8 sm:grid-cols-2">
          <NumberRow place="target.forecast_wind_m_s" label="The day’s wind" />
          <NumberRow place="target.forecast_road_m_s" label="Speed driven" />
        </div>
        {isChosen(job.set_up) && tables.data.wind_as_far_m_s !== null && (
          <p className="mt-1 text-sm" data-testid="wind-as-far">
            As chosen it takes{" "}
            <span className="figure">{known(tables.data.wind_as_far_m_s, "speed", 0.1)}</span> to
            lean it as far as {windSpeed(12)} does as it stands, at {roadSpeed(25)}.
          </p>
        )}
        <p className="mt-1 text-sm text-pale">
          Wind square to the road. A bar does not change how far it is pushed out of the lane: slow
          down first.
        </p>
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <h2 className="font-semibold">Rough ground</h2>
        <SchoolPick matter="rough_ground" />
        <p className="text-sm text-pale">
          How far the road may twist between the axles before a wheel hangs, and how much the body
          rocks with the road.
        </p>
        <Table heads={["", "twist", "rock, front", "rear"]} className="mt-1 w-full">
          {rough.map((one, i) => (
            <Row key={one.name}>
              <td className="py-1 text-left">
                {one.name}
                <svg
                  viewBox="0 0 200 8"
                  preserveAspectRatio="none"
                  className="block h-2 w-full"
                  aria-hidden="true"
                >
                  <rect
                    y={1}
                    width={(one.articulation_rad / most) * 199}
                    height={6}
                    className={i === 0 ? "before-line" : "after-line"}
                    strokeWidth={1.2}
                  />
                </svg>
              </td>
              <td className="figure">{degrees(one.articulation_rad)}</td>
              <td className="figure">{grouped(one.body_rock[0] ?? 0, 2)}</td>
              <td className="figure">{grouped(one.body_rock[1] ?? 0, 2)}</td>
            </Row>
          ))}
        </Table>
        <p className="mt-1 text-sm text-pale">
          Rock is lean per lean of the road under that axle. Disconnected bars are for rough tracks
          at walking pace; on the road both are connected. Bump stops end the twist sooner.
        </p>
        <Findings />
      </div>
    </div>
  );
}
