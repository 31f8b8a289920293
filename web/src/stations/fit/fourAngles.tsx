import type { Attitude } from "../../api/types";
import { degrees, grouped } from "../../drawings/quantity";
import { useFitView } from "./fitView";
import { poseAt } from "./pose";

/** The four angles that schools quarrel about, and the motion ratio; the school's own is marked. */
export function FourAngles() {
  const { fit, station, travel } = useFitView();
  const { report } = station;
  const pose = poseAt(fit, report, "left", travel.left);
  const control = fit.control_arm_rad?.value;
  const rows: [Attitude, string, string][] = [
    ["arm_level", "Arm above level", pose ? degrees(pose.arm) : "–"],
    [
      "in_line",
      "Arm to control arm",
      pose && control !== undefined ? degrees(pose.arm - control) : "–",
    ],
    ["link_square", "Arm to link", pose ? degrees(pose.between) : "–"],
    ["link_plumb", "Link from plumb", pose ? degrees(pose.link) : "–"],
    ["least_change", "Motion ratio", pose ? grouped(pose.motionRatio, 3) : "–"],
  ];
  return (
    <dl
      className="my-2 flex flex-wrap gap-x-6 gap-y-1 text-sm"
      aria-label="Angles of the left side"
    >
      {rows.map(([school, label, value]) => {
        const own = school === report.attitude;
        return (
          <div
            key={school}
            data-testid={`angle-${school}`}
            className={`border-b-2 pb-0.5 ${own ? "border-after" : "border-transparent"}`}
          >
            <dt className={own ? "font-semibold" : "text-pale"}>
              {label}
              {own && <span className="text-xs text-after"> our way</span>}
            </dt>
            <dd className="figure text-base">{value}</dd>
          </div>
        );
      })}
    </dl>
  );
}
