import { useJobView } from "../../job/context";
import { GoToPlace } from "../../job/findings";
import { useWritable } from "../../api/session";
import { NumberRow } from "../../drawings/numberRow";
import { quantity, tape } from "../../drawings/quantity";
import { Pick } from "../../ui/pick";
import { PlanView } from "./planView";
import { RearView } from "./rearView";
import { TravelSliders } from "./travelSliders";
import { useFitView } from "./fitView";

/** Where things sit across: bar centred, links plumb, saddles on the tube and off what they crush. */
export function AcrossSheet() {
  const { axle, path, fit, station } = useFitView();
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { across } = station.report;
  const tube = job.look_over[`${axle}_tube`];
  const read = tube?.diameter_m;
  const checks: [string, boolean | null, string][] = [
    [
      `Bar centred within ${tape(0.005)} of where its links want it`,
      across.centred,
      `${path}.seat.bar_offset_m`,
    ],
    ["Links plumb within 4°", across.plumb, `${path}.seat.link_holes_apart_m`],
    ["Saddle is for this tube", across.saddle_fits, `${path}.seat.saddle_bore_m`],
    ["U-bolt goes round this tube", across.u_bolt_fits, `${path}.seat.u_bolt_inside_m`],
    ...across.keep_off.map((one): [string, boolean | null, string] => [
      `Saddle keeps off the ${one.what}: ${tape(one.clear_m)} clear`,
      one.fine,
      `${path}.${one.place}`,
    ]),
    ...(across.hands_fit === null
      ? []
      : [
          [
            "Offset links stand as plumb as they can",
            across.hands_fit,
            `${path}.link.left_hand`,
          ] as [string, boolean | null, string],
        ]),
  ];
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <RearView />
        <TravelSliders />
        <PlanView />
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <h2 className="font-semibold">What must be so</h2>
        <ul className="text-sm">
          {checks.map(([text, met, place]) => (
            <li key={text} className="flex gap-2 border-t border-line py-1.5">
              <span aria-hidden="true" className={met === false ? "text-stop" : "text-pale"}>
                {met === null ? "○" : met ? "✓" : "■"}
              </span>
              <span className={met === false ? "font-semibold text-stop" : ""}>
                {text}
                {met === null && <span className="text-pale">, not read yet</span>}{" "}
                {met !== true && <GoToPlace place={place} text="Show me" />}
              </span>
            </li>
          ))}
        </ul>
        <h2 className="mt-4 font-semibold">Axle tube and bracket set</h2>
        <p className="text-sm">
          Tube: <span className="figure">{read ? quantity(read, "small_length") : "not read"}</span>
          {tube?.shape && tube.shape !== "unseen" ? `, ${tube.shape}` : ""}; vent{" "}
          {tube?.vent && tube.vent !== "unseen" ? tube.vent : "not looked for"}.{" "}
          <GoToPlace place={`${axle}_tube.diameter_m`} text="Read it in Look" />
        </p>
        <NumberRow place={`${path}.seat.saddle_bore_m`} />
        <NumberRow place={`${path}.seat.u_bolt_inside_m`} />
        <NumberRow place={`${path}.seat.saddle_width_m`} />
        <NumberRow place={`${path}.seat.vent_m`} label="Vent, from the middle, left +" />
        <NumberRow place={`${path}.seat.weld_m`} label="Nearest weld, left +" />
        <NumberRow place={`${path}.seat.line_m`} label="Line or its clip, left +" />
        <NumberRow place={`${path}.rail.width_m`} />
        <NumberRow place={`${path}.seat.bracket_out_m`} />
        <NumberRow place={`${path}.seat.shoulder_left_m`} />
        <NumberRow place={`${path}.seat.shoulder_right_m`} />
        <Pick
          label="The vent"
          place={`${path}.seat.vent`}
          value={fit.seat.vent ?? "as it is"}
          disabled={!writable}
          onChange={(typed) => void writes.enterOnPaper("fitting", `${axle}.seat.vent`, typed)}
          options={["as it is", "raised by a washer", "moved"].map((value) => ({
            value,
            text: value,
          }))}
        />
        <p className="mt-2 text-xs text-pale">
          U-bolts that locate the axle come off only with the axle supported; new ones go on in a
          cross pattern, loaded, and are torqued again after a short drive. Keep U-bolts off vent,
          lines and welds.
        </p>
      </div>
    </div>
  );
}
