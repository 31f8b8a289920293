import type { AxleFit, AxleFitReport, AxleName, Sheet } from "../../api/types";
import { poseAt } from "./pose";
import { barSpots, blocksOf, linkSpots } from "./turnGeometry";
import type { Rod, Solid } from "./turnMeshes";

type Travel = { left: number; right: number };

/** Bar and links as rods where both sides can be reached. */
function barRods(fit: AxleFit, report: AxleFitReport, travel: Travel): Rod[] {
  const left = poseAt(fit, report, "left", travel.left);
  const right = poseAt(fit, report, "right", travel.right);
  if (!left || !right) return [];
  const both = { left, right };
  const spots = barSpots(fit, report, both);
  const radius = report.bar.outside_diameter_m.value / 2;
  const bar = spots.slice(1).map((to, i): Rod => {
    return { from: spots[i] ?? to, to, radius, colour: "ink" };
  });
  const links = (["left", "right"] as const).map((side): Rod => {
    const [from, to] = linkSpots(fit, spots, both, side);
    return { from, to, radius: fit.link.diameter_m.value / 2, colour: "after" };
  });
  return [...bar, ...links];
}

function axleRod(sheet: Sheet["front"], travel: Travel): Rod {
  const hub = sheet.wheel_centre_height_m.value;
  const half = sheet.track_m.value / 2 - 0.1;
  return {
    from: [0, -half, hub + travel.right],
    to: [0, half, hub + travel.left],
    radius: 0.045,
    colour: "before",
  };
}

function obstacleSolids(report: AxleFitReport, mean: number): Solid[] {
  return report.obstacles.flatMap((one, i) => {
    const near = report.gaps.some(({ index, fine }) => index === i && !fine);
    return blocksOf(one, mean).map((block): Solid => {
      // What is large would hide what is behind it.
      const large = block.size[2] > 0.35 ? 0.82 : 0.62;
      return {
        ...block,
        colour: near ? "stop" : one.carries_link ? "line" : "pale",
        clear: near ? 0.25 : one.carries_link ? 0.45 : large,
      };
    });
  });
}

/** What stands on the turntable at a travel of both sides [m]. */
export function turnScene(
  fit: AxleFit,
  report: AxleFitReport,
  sheet: Sheet,
  axle: AxleName,
  travel: Travel,
) {
  const ground = (travel.left + travel.right) / 2;
  return {
    rods: [...barRods(fit, report, travel), axleRod(sheet[axle], travel)],
    solids: obstacleSolids(report, ground),
    ground,
  };
}
