import { BUILD_SHEETS } from "./sheets";
import type {
  BuildSheet,
  ChooseSheet,
  DriveSheet,
  FitSheet,
  HandOverSheet,
  WeighSheet,
} from "./sheets";

/** Which sheet of Fit a place is entered on, by what follows the axle. */
const FIT_SHEET_OF: [RegExp, FitSheet][] = [
  [/\.obstacles\./, "clash"],
  [/\.drilled\.|\.rail\.(inside|wall_m|depth_m|access_m)|\.(plate|backing)_m/, "drill"],
  [/\.seat\.|\.rail\.(outside|width)_m/, "across"],
  [/\.link\.|\.stack/, "links"],
  [/^fitting\.torque_reasons/, "bolts"],
  [/^arrival/, "arrival"],
];

/** Which sheet of Weigh a number is entered on, by the start or the end of its path. */
const SHEET_OF: [RegExp, WeighSheet][] = [
  [/^roll_test|^spring_correction|^roll_(inertia|damping)/, "roll"],
  [/^lift_weighing|^stack/, "height"],
  [/^tow/, "loads"],
  [/\.readings\.|_play_m$/, "bars"],
];

export type PlaceAddress =
  | { to: "/jobs/$jobId/listen"; search: { place: string } }
  | { to: "/jobs/$jobId/look"; search: { part: string | undefined } }
  | { to: "/jobs/$jobId/choose"; search: { axle?: "front" | "rear"; sheet?: ChooseSheet } }
  | { to: "/jobs/$jobId/fit"; search: { axle?: "front" | "rear"; sheet: FitSheet } }
  | { to: "/jobs/$jobId/build"; search: { sheet: BuildSheet } }
  | { to: "/jobs/$jobId/drive"; search: { sheet: DriveSheet } }
  | { to: "/jobs/$jobId/hand-over"; search: { sheet: HandOverSheet } }
  | { to: "/bay/$jobId"; search: { step?: string } }
  | { to: "/jobs/$jobId/weigh"; search: { place: string; sheet: WeighSheet } };

/**
 * Where the input with this place is.
 * @param place - path as findings, gates and offers give it
 */
export function addressOfPlace(place: string): PlaceAddress {
  if (/^(words|symptoms|noises|verdict|extras|use)/.test(place)) {
    return { to: "/jobs/$jobId/listen", search: { place } };
  }
  if (/^(parts\.|rust|front_tube|rear_tube)/.test(place)) {
    const part = place.startsWith("parts.") ? place.split(".")[1] : undefined;
    return { to: "/jobs/$jobId/look", search: { part } };
  }
  if (place.startsWith("target."))
    return { to: "/jobs/$jobId/choose", search: { sheet: "target" } };
  if (/^(fitting|arrival)/.test(place)) {
    const axle = /^\w+\.(?:torque_reasons\.)?(front|rear)/.exec(place)?.[1];
    const sheet = FIT_SHEET_OF.find(([pattern]) => pattern.test(place))?.[1] ?? "side";
    return {
      to: "/jobs/$jobId/fit",
      search: { sheet, ...(axle && { axle: axle as "front" | "rear" }) },
    };
  }
  if (place.startsWith("hand_over."))
    return { to: "/jobs/$jobId/hand-over", search: { sheet: "back" } };
  if (place.startsWith("drive.")) return { to: "/jobs/$jobId/drive", search: { sheet: "runs" } };
  if (place === "bay") return { to: "/bay/$jobId", search: {} };
  if (place.startsWith("build.")) {
    const sheet = BUILD_SHEETS.find((one) => place === `build.${one}`) ?? "plan";
    return { to: "/jobs/$jobId/build", search: { sheet } };
  }
  if (place === "decision") return { to: "/jobs/$jobId/choose", search: { sheet: "decide" } };
  if (place.startsWith("set_up.")) {
    const axle = place.startsWith("set_up.front.") ? "front" : "rear";
    return { to: "/jobs/$jobId/choose", search: { axle } };
  }
  const sheet = SHEET_OF.find(([pattern]) => pattern.test(place))?.[1] ?? "drawings";
  return { to: "/jobs/$jobId/weigh", search: { place, sheet } };
}
