import { describe, expect, it } from "vitest";
import { acrossFrame } from "./acrossFrame";

describe("rear view", () => {
  it("is seen from behind: the left of the vehicle is on the left of the paper", () => {
    const frame = acrossFrame(1, 1, 760, 360);
    const [left, right] = [frame.at(0.5, 0), frame.at(-0.5, 0)];
    expect(left.x).toBeLessThan(right.x);
    expect(left.x + right.x).toBeCloseTo(760);
    expect(frame.at(0, 1).y).toBeGreaterThan(0);
    expect(frame.at(0, 1).y).toBeLessThan(frame.ground);
  });
});
