import type { Picks } from "../../api/choose";
import type { AxleName, RankedSet, RankingAnswer, SetOption } from "../../api/types";

/** A ranked set with the options it is made of. */
export type NamedSet = {
  /** Which of the ranking it is. */
  at: number;
  set: RankedSet;
  front: SetOption;
  rear: SetOption;
};

/** Every set of a ranking with its options; sets whose options are not there are left out. */
export function namedSets(answer: RankingAnswer): NamedSet[] {
  const find = (axle: AxleName, key: string) =>
    answer.options.find((option) => option.axle === axle && option.key === key);
  return answer.ranking.sets.flatMap((set, at) => {
    const [front, rear] = [find("front", set.front), find("rear", set.rear)];
    return front && rear ? [{ at, set, front, rear }] : [];
  });
}

const ACTIONS = { supplement: "beside", replace: "in its place", new: "new" } as const;

/** One option in words: part, what is done, hole. */
export function optionWords(option: SetOption): string {
  if (option.action === null) return option.renews ? "renew links and bushings" : "as it is";
  return `${option.part_number} ${ACTIONS[option.action]}, hole ${option.hole + 1}`;
}

/** A set in words, front first. */
export function setWords({ front, rear }: NamedSet): string {
  const parts = (
    [
      ["front", front],
      ["rear", rear],
    ] as const
  ).filter(([, option]) => option.key !== "keep");
  if (parts.length === 0) return "Keep what is there";
  return parts.map(([axle, option]) => `${axle}: ${optionWords(option)}`).join(" · ");
}

/** What is sent to take a set. */
export function picksOf({ front, rear }: NamedSet): Required<Picks> {
  const pick = ({ part_id, action, hole, renews }: SetOption) => ({
    part_id,
    action,
    hole,
    renews,
  });
  return { front: pick(front), rear: pick(rear) };
}

/** Whether two sets are the same thing done. */
export const sameSet = (one: NamedSet, other: NamedSet) =>
  one.set.front === other.set.front && one.set.rear === other.set.rear;
