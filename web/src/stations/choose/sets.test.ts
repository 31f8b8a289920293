import { describe, expect, it } from "vitest";
import type { RankingAnswer } from "../../api/types";
import { namedSets, picksOf, setWords } from "./sets";

const option = (axle: string, key: string, more: object = {}) => ({
  axle,
  key,
  part_id: null,
  part_number: "",
  action: null,
  hole: 0,
  renews: false,
  ...more,
});

const answer = {
  options: [
    option("front", "keep"),
    option("rear", "keep"),
    option("rear", "renew", { renews: true }),
    option("rear", "R-1, supplement, hole 2", {
      part_id: 7,
      part_number: "R-1",
      action: "supplement",
      hole: 1,
    }),
  ],
  ranking: {
    sets: [
      { front: "keep", rear: "R-1, supplement, hole 2" },
      { front: "keep", rear: "renew" },
      { front: "keep", rear: "keep" },
      { front: "keep", rear: "not among the options" },
    ],
  },
} as unknown as RankingAnswer;

describe("namedSets", () => {
  const sets = namedSets(answer);

  it("joins sets with their options and leaves out what it cannot join", () => {
    expect(sets.map(({ at }) => at)).toEqual([0, 1, 2]);
  });

  it("says each in the trade's words", () => {
    expect(sets.map(setWords)).toEqual([
      "rear: R-1 beside, hole 2",
      "rear: renew links and bushings",
      "Keep what is there",
    ]);
  });

  it("sends what was shown, for both axles", () => {
    expect(sets[0] && picksOf(sets[0])).toEqual({
      front: { part_id: null, action: null, hole: 0, renews: false },
      rear: { part_id: 7, action: "supplement", hole: 1, renews: false },
    });
  });
});
