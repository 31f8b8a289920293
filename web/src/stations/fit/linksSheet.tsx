import { Alert } from "../../ui/alert";
import { Row, Table } from "../../ui/table";
import { useAttempt } from "../../api/attempt";
import type { OfferedLink } from "../../api/types";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { NumberRow } from "../../drawings/numberRow";
import { degrees, tape } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Pick } from "../../ui/pick";
import { BushingStack } from "./bushingStack";
import { SchoolPick } from "../../job/schoolPick";
import { scoreOf } from "./score";
import { SideDrawing } from "./sideDrawing";
import { TravelSliders } from "./travelSliders";
import { useFitView } from "./fitView";

const HANDS = ["none", "left", "right"].map((value) => ({ value, text: value }));

/** Writes on the link of this axle, with what was refused. */
function useLink() {
  const { axle, fit } = useFitView();
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const put = (entries: [string, string][]) =>
    void attempt(() =>
      writes.enterAllOnPaper(
        "fitting",
        entries.map(([place, typed]) => [`${axle}.${place}`, typed]),
      ),
    );
  const typed = (metres: number) => `${(metres * 1e3).toFixed(1)} mm`;
  const lengths = (link_m: number): [string, string][] => [
    ["left.link_m", typed(link_m)],
    ["right.link_m", typed(link_m)],
  ];
  const take = (one: OfferedLink) =>
    put([
      // Each step must hold: the longest stays above the shortest.
      ...(one.from_m > fit.link.to_m.value
        ? ([["link.to_m", typed(one.to_m)]] as [string, string][])
        : []),
      ["link.from_m", typed(one.from_m)],
      ["link.to_m", typed(one.to_m)],
      ["link.part_number", one.name.slice(0, 40)],
      ...lengths(one.link_m),
    ]);
  return { put, take, setBoth: (link_m: number) => put(lengths(link_m)), refusal };
}

/** The link: its length, its thread, its bushings, its hand. */
export function LinksSheet() {
  const link = useLink();
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <SideDrawing measures={false} obstacles={false} />
        <TravelSliders />
        <Reach />
        <BushingStack onUse={link.setBoth} />
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <SchoolPick matter="attitude" />
        <WantedLink setBoth={link.setBoth} onTake={link.take} />
        <FittedLink put={link.put} />
        <Alert>{link.refusal?.message}</Alert>
      </div>
    </div>
  );
}

/** How far the link lets the axle go, against bump stop and shock. */
function Reach() {
  const { fit, station } = useFitView();
  const { left, right } = station.report;
  return (
    <>
      <h2 className="mt-4 font-semibold">Reach against the shock</h2>
      <Table heads={["", "link reaches", "stop comes at", "to spare"]} className="w-full max-w-xl">
        {(["left", "right"] as const).flatMap((side) => {
          const taped = { left, right }[side];
          return [
            ["droop", taped.reach_droop_m, fit.droop_m.value] as const,
            ["bump", taped.reach_bump_m, fit.bump_m.value] as const,
          ].map(([way, reach, stop]) => (
            <Row key={`${side} ${way}`}>
              <td className="py-1 text-left">
                {side}, {way}
              </td>
              <td className="figure">{reach === null ? "no end" : tape(reach)}</td>
              <td className="figure">{tape(stop)}</td>
              <td className={`figure ${reach !== null && reach < stop ? "text-stop" : ""}`}>
                {reach === null ? "–" : tape(reach - stop)}
              </td>
            </Row>
          ));
        })}
      </Table>
      <p className="text-sm text-pale">
        The link must never be what stops the droop: on a lift the axle would hang on it.
      </p>
    </>
  );
}

type Take = (one: OfferedLink) => void;
type WantedLinkProps = { setBoth: (link_m: number) => void; onTake: Take };

/** The length our way wants, and how near the racks come to it. */
function WantedLink({ setBoth, onTake }: WantedLinkProps) {
  const { fit, station } = useFitView();
  const writable = useWritable();
  const { advice } = station.report;
  const fixed = fit.link.to_m.value - fit.link.from_m.value < 1e-4;
  return (
    <section aria-label="Link length">
      <h2 className="font-semibold">What it should be</h2>
      {advice.wanted_m === null ? (
        <p className="text-sm">{advice.why_not}</p>
      ) : (
        <p className="text-sm">
          Our way wants{" "}
          <span className="figure font-semibold" data-testid="wanted-link">
            {tape(advice.wanted_m)}
          </span>{" "}
          eye to eye; fitted are <span className="figure">{tape(fit.left.link_m.value)}</span> left
          and <span className="figure">{tape(fit.right.link_m.value)}</span> right.
          {Math.abs(advice.lift_m) > 0.001 && advice.standard_m !== null && (
            <>
              {" "}
              In it is the {advice.lift_m > 0 ? "lift" : "lowering"} of{" "}
              <span className="figure">{tape(Math.abs(advice.lift_m))}</span>: at standard height it
              would be <span className="figure">{tape(advice.standard_m)}</span>.
            </>
          )}
        </p>
      )}
      {advice.wanted_m !== null && writable && !fixed && (
        <Button
          className="mt-1"
          onClick={() =>
            setBoth(
              clamped(
                advice.wanted_m ?? 0,
                fit.link.from_m.value,
                advice.longest_safe_m ?? fit.link.to_m.value,
              ),
            )
          }
        >
          Set both to it, as far as the link goes
        </Button>
      )}
      <OnTheRacks onTake={onTake} />
    </section>
  );
}

function OnTheRacks({ onTake }: { onTake: Take }) {
  const { station } = useFitView();
  const writable = useWritable();
  const { advice } = station.report;
  return (
    <>
      <Table caption="On the racks, nearest first" className="mt-2 w-full">
        {advice.offered.slice(0, 6).map((one) => (
          <Row key={one.name}>
            <td className="py-1">{one.name}</td>
            <td className="figure text-right">{tape(one.link_m)}</td>
            <td className="pl-3 text-right text-xs text-pale">
              {one.off === null
                ? "does not go in"
                : Math.abs(one.short_m) < 1e-4
                  ? "as wanted"
                  : `leaves arm at ${degrees(one.arm_rad ?? 0, 0)}, ${scoreOf(one.off, station.report.attitude)}`}
            </td>
            <td className="pl-2 text-right">
              {writable && one.off !== null && (
                <button
                  type="button"
                  className="min-h-11 text-after underline underline-offset-4"
                  aria-label={`Take ${one.name}`}
                  onClick={() => onTake(one)}
                >
                  Take
                </button>
              )}
            </td>
          </Row>
        ))}
      </Table>
      {advice.offered.length === 0 && (
        <p className="text-sm text-pale">No link on the racks is made for this axle’s load.</p>
      )}
    </>
  );
}

/** Numbers of the link that goes in. */
function FittedLink({ put }: { put: (entries: [string, string][]) => void }) {
  const { path, fit } = useFitView();
  const writable = useWritable();
  return (
    <>
      <h2 className="mt-4 font-semibold">The link that is fitted</h2>
      {fit.link.part_number && <p className="text-sm">{fit.link.part_number}</p>}
      <NumberRow place={`${path}.left.link_m`} label="Left, eye to eye" />
      <NumberRow place={`${path}.right.link_m`} label="Right, eye to eye" />
      <NumberRow place={`${path}.link.from_m`} />
      <NumberRow place={`${path}.link.to_m`} />
      <NumberRow place={`${path}.link.thread_length_m`} />
      <NumberRow place={`${path}.link.joint_angle_rad`} />
      <NumberRow place={`${path}.link.diameter_m`} />
      <NumberRow place={`${path}.link.offset_m`} label="Offset, if it is handed" />
      {fit.link.offset_m && (
        <>
          {(["left", "right"] as const).map((side) => (
            <Pick
              key={side}
              label={`Stamped on the ${side} link`}
              value={fit.link[`${side}_hand`] ?? "none"}
              disabled={!writable}
              onChange={(hand) => put([[`link.${side}_hand`, hand]])}
              options={HANDS}
            />
          ))}
        </>
      )}
      <Holds />
    </>
  );
}

/** Thread that holds, and how far the joints swing. */
function Holds() {
  const { station } = useFitView();
  const { advice, left } = station.report;
  return (
    <p className="mt-1 text-sm">
      {advice.engagement_m !== null && advice.engagement_needed_m !== null && (
        <>
          Thread that holds:{" "}
          <span
            className={`figure ${advice.engagement_m < advice.engagement_needed_m ? "font-semibold text-stop" : ""}`}
          >
            {tape(advice.engagement_m)}
          </span>{" "}
          of at least <span className="figure">{tape(advice.engagement_needed_m)}</span>, one and a
          half diameters; longest safe setting{" "}
          <span className="figure">{tape(advice.longest_safe_m ?? 0)}</span>.{" "}
        </>
      )}
      {left.swing_rad !== null && (
        <>
          Its joints swing <span className="figure">{degrees(left.swing_rad, 0)}</span> from ride
          height.
        </>
      )}
    </p>
  );
}

const clamped = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);
