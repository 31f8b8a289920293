import { describe, expect, it } from "vitest";
import type { Combination } from "../../api/types";
import { bestThrough, entriesFor, scoreOf, troubleOf } from "./score";

const one = (link_hole: number, link_m: number) =>
  ({ link_hole, bar_place: 0, bar_hole: 1, link_m, troubles: [] }) as unknown as Combination;

describe("hole matrix", () => {
  it("finds the best through each hole, the matrix being sorted", () => {
    const found = bestThrough([one(1, 0.24), one(0, 0.22), one(1, 0.2)], "link_hole", 3);
    expect(found.map((best) => best?.link_m)).toEqual([0.22, 0.24, undefined]);
  });

  it("writes what a school measures in its own unit", () => {
    expect(scoreOf(0.0349, "arm_level")).toBe("2.0°");
    expect(scoreOf(0.089, "least_change")).toBe("9 %");
    expect(scoreOf(null, "link_plumb")).toBe("–");
  });

  it("says what is wrong with one, with the millimetres and the obstacle", () => {
    expect(troubleOf({ ...one(0, 0.2), missing_m: 0.0423 })).toBe("the link is 42 mm too short");
    const near = { ...one(0, 0.2), missing_m: 0, nearest: "Exhaust" };
    expect(troubleOf({ ...near, troubles: ["too near an obstacle"] })).toBe("too near: Exhaust");
    expect(troubleOf(near)).toBe("");
  });

  it("takes a combination on one side or both", () => {
    expect(entriesFor("rear", "both", one(2, 0.2405))).toHaveLength(8);
    expect(entriesFor("rear", "right", one(2, 0.2405))).toEqual([
      ["rear.right.link_hole", "2"],
      ["rear.right.bar_place", "0"],
      ["rear.right.bar_hole", "1"],
      ["rear.right.link_m", "240.5 mm"],
    ]);
  });
});
