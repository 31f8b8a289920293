import type { LookOver, Part, PartCheck } from "../../api/types";

const UNSEEN: PartCheck = {
  rating: "unseen",
  faults: [],
  bolts: "unseen",
  nuts: "unseen",
  cover: "unseen",
  material: "unseen",
  note: "",
  together: false,
};

/** What was seen of a part; unseen where nobody looked. */
export function checkOf(look: LookOver, key: string): PartCheck {
  return look.parts?.[key] ?? UNSEEN;
}

/** The list with a fault put on it, or taken off, as it is typed. */
export function toggled(faults: readonly string[], fault: string): string {
  const left = faults.filter((one) => one !== fault);
  return (left.length === faults.length ? [...faults, fault] : left).join(", ");
}

/** A part's name in a sentence; what is short for something stays as it is written. */
export const partName = ({ axle, label }: Part) =>
  `${axle} ${label.charAt(0).toLowerCase()}${label.slice(1)}`;
