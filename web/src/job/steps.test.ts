import { hoursOf } from "../drawings/quantity";
import { describe, expect, it } from "vitest";
import type { WorkStep } from "../api/types";
import { bandOfHours, bandsOf, spotsOf, usualOf } from "./steps";

const step = (key: string, state: WorkStep["state"], hours = [0.1, 0.2, 0.4]) =>
  ({ key, what: key, why: "", state, hours }) as WorkStep;

describe("bandsOf", () => {
  it("begins a band wherever the vehicle stands another way", () => {
    const bands = bandsOf([
      step("a", "on its wheels"),
      step("b", "on its wheels"),
      step("c", "bench"),
      step("d", "on its wheels"),
    ]);
    expect(bands.map(({ steps }) => steps.map(({ number }) => number))).toEqual([[1, 2], [3], [4]]);
  });
});

describe("hours", () => {
  it("are minutes below one, and a band from quick to slow", () => {
    expect(hoursOf(0.25)).toBe("15 min");
    expect(hoursOf(1.25)).toBe("1.3 h");
    expect(bandOfHours([0.1, 0.2, 1.2])).toBe("6 min to 1.2 h");
    expect(usualOf([step("a", "bench"), step("b", "bench")])).toBeCloseTo(0.4);
  });
});

describe("spotsOf", () => {
  it("lights both sides of what there are two of, and one where a step is of one", () => {
    const at = (spot: string, side: WorkStep["side"]) =>
      spotsOf({ ...step("a", "bench"), spot, side });
    expect(at("rear_bracket", null)).toEqual(["rear_bracket_left", "rear_bracket_right"]);
    expect(at("rear_link_left", "left")).toEqual(["rear_link_left"]);
    expect(at("rear_bar", null)).toEqual(["rear_bar"]);
    expect(at("", null)).toEqual([]);
  });
});
