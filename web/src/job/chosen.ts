import type { SetUp } from "../api/types";

/** Whether anything is chosen at all, a bar or renewed joints. */
export function isChosen(setUp: SetUp): boolean {
  const renewed = [setUp.front_joints, setUp.rear_joints].includes("renewed");
  return setUp.front != null || setUp.rear != null || renewed;
}
