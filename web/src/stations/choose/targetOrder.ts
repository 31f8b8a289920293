import type { Sheet } from "../../api/types";

/** Places of the target in the order they are set: each load state, then the limits. */
export function targetOrder(sheet: Sheet): string[] {
  return [
    ...sheet.load_states.flatMap(({ key }) => [
      `states.${key}.lean_rad`,
      `states.${key}.gust_lean_rad`,
    ]),
    "share_loss_points",
    "share_gain_points",
    "head_toss_growth",
  ];
}
