import { Row, Table } from "../../ui/table";
import { useState } from "react";
import { FindingList } from "../../job/findings";
import { useJobView } from "../../job/context";
import { LOAD_NAMES } from "../../api/generated/core";
import { useWritable } from "../../api/session";
import { NumberRow } from "../../drawings/numberRow";
import { degrees, grouped, tape } from "../../drawings/quantity";
import { Choice } from "../../ui/choice";
import { Pick } from "../../ui/pick";
import { FourAngles } from "./fourAngles";
import { RatioCurve } from "./ratioCurve";
import { SchoolPick } from "../../job/schoolPick";
import { SideDrawing } from "./sideDrawing";
import { TravelSliders } from "./travelSliders";
import { useFitView } from "./fitView";

/** Frame, axle, bar and link from the side: measure it, move it through its travel. */
export function SideSheet() {
  const { path, fit, axle, whole } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const [obstacles, setObstacles] = useState<"plain" | "obstacles">("plain");
  const put = (name: string) => (typed: string) => {
    void writes.enterOnPaper("fitting", `${axle}.${name}`, typed);
  };
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <SideDrawing measures={obstacles === "plain"} obstacles={obstacles === "obstacles"} />
        <FourAngles />
        <TravelSliders />
        <Choice
          label="Shown on the drawing"
          value={obstacles}
          onChange={setObstacles}
          options={[
            { value: "plain", text: "Measures" },
            { value: "obstacles", text: "Obstacles" },
          ]}
        />
        <RatioCurve />
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <SchoolPick matter="attitude" />
        <StateTable />
        <h2 className="mt-4 font-semibold">Travel and mounting</h2>
        <NumberRow place={`${path}.bump_m`} />
        <NumberRow place={`${path}.droop_m`} />
        {fit.mount === "on_frame" && <NumberRow place={`${path}.link_ratio`} />}
        {fit.control_arm_rad && <NumberRow place={`${path}.control_arm_rad`} />}
        <NumberRow place={`${path}.right.link_m`} label="Right link, where it differs" />
        <Pick
          label="Bar is bolted"
          value={fit.mount}
          disabled={!writable}
          onChange={put("mount")}
          options={[
            { value: "on_axle", text: "to the axle" },
            { value: "on_frame", text: "to the frame" },
          ]}
        />
        <Pick
          label="Arms point"
          value={fit.heading}
          disabled={!writable}
          onChange={put("heading")}
          options={[
            { value: "forward", text: "forward" },
            { value: "rearward", text: "rearward" },
          ]}
        />
        <Pick
          label="Link goes"
          value={fit.link_goes}
          disabled={!writable}
          onChange={put("link_goes")}
          options={[
            { value: "up", text: "up from the arm" },
            { value: "down", text: "down from the arm" },
          ]}
        />
        <FindingList title="What the fit-up says" findings={whole.findings}>
          {whole.cautions.join(" ")} Settle and measure with the weight on the wheels; on a lift
          under the frame the axle hangs.
        </FindingList>
        <Unequal />
      </div>
    </div>
  );
}

/** What left and right do where they differ. */
export function Unequal() {
  const { station } = useFitView();
  const { unequal } = station.report;
  if (!unequal || (unequal.mismatch_m === 0 && unequal.stiffness_change === 0)) return null;
  return (
    <section aria-label="Left against right" className="mt-4 text-sm">
      <h2 className="font-semibold text-base">Left against right</h2>
      <p>
        Motion ratio {unequal.ratios.map((one) => grouped(one, 3)).join(" left, ")} right. Tips{" "}
        <span className="figure">{tape(unequal.mismatch_m)}</span> apart at rest:{" "}
        <span className="figure">{grouped(unequal.preload_n, 0)} N</span> of preload at each end and{" "}
        <span className="figure">{degrees(Math.abs(unequal.rest_lean_rad), 2)}</span> of lean. The
        bar is <span className="figure">{grouped(unequal.stiffness_change * 100, 0)} %</span>{" "}
        stiffer in roll than with both as on the left.
      </p>
    </section>
  );
}

/** Arm and link in every load state. */
function StateTable() {
  const { station } = useFitView();
  const { setTravel } = useFitView();
  const rows = station.report.states;
  return (
    <Table
      heads={["", "travel", "arm angle", "link angle", "between", "motion ratio"]}
      caption="In every load state, left side"
      className="mt-3 w-full"
    >
      {rows.map((row) => (
        <Row key={row.key}>
          <td className="text-left">
            <button
              type="button"
              className="min-h-11 text-left hover:text-after"
              onClick={() => setTravel({ left: row.travel_m, right: row.travel_m })}
            >
              {LOAD_NAMES[row.key]}
              <span className="block text-xs text-pale">
                {row.read ? "from ride heights" : "from loads and springs"}
              </span>
            </button>
          </td>
          <td className="figure">{tape(row.travel_m)}</td>
          <td className="figure">{row.arm_rad === null ? "–" : degrees(row.arm_rad, 0)}</td>
          <td className="figure">{row.link_rad === null ? "–" : degrees(row.link_rad, 0)}</td>
          <td className="figure">{row.between_rad === null ? "–" : degrees(row.between_rad, 0)}</td>
          <td className="figure">
            {row.motion_ratio === null ? "–" : grouped(row.motion_ratio, 2)}
          </td>
        </Row>
      ))}
    </Table>
  );
}
