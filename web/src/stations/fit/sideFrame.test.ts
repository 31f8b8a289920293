import { describe, expect, it } from "vitest";
import { readCurve } from "../../drawings/lookup";
import { fitForTests, reportForTests } from "./fitForTests";
import { liftOf, poseAt } from "./pose";
import { outlineOf, sideFrame } from "./sideFrame";

describe("side view of an axle", () => {
  const frame = sideFrame(fitForTests, reportForTests, 760, 480);

  it("has the front to the left, up to the top, and one scale for both", () => {
    const [origin, forward, up] = [frame.at(0, 0), frame.at(0.1, 0), frame.at(0, 0.1)];
    expect(forward.x).toBeLessThan(origin.x);
    expect(up.y).toBeLessThan(origin.y);
    expect(origin.x - forward.x).toBeCloseTo(origin.y - up.y);
  });

  it("keeps bar, link and frame on the paper", () => {
    for (const hole of [...fitForTests.link_holes, ...fitForTests.bar_places]) {
      const spot = frame.at(hole.forward_m.value, hole.height_m.value);
      expect(spot.x).toBeGreaterThan(90);
      expect(spot.x).toBeLessThan(670);
      expect(spot.y).toBeGreaterThan(30);
      expect(spot.y).toBeLessThan(440);
    }
  });

  it("moves an obstacle with what it follows", () => {
    const box = { forward: 0, up: 0.4, run: 0.2, rise: 0.1, box: true };
    const [still, moved] = [outlineOf(box, frame, 0), outlineOf(box, frame, 0.05)];
    expect(still).toHaveLength(4);
    expect((still[0]?.y ?? 0) - (moved[0]?.y ?? 0)).toBeCloseTo(0.05 * frame.pxPerM);
    const [obstacle] = reportForTests.obstacles;
    expect(obstacle && liftOf(obstacle, 0.08)).toBeCloseTo(0.04);
  });
});

describe("pose read off the tape", () => {
  it("lies between the steps where the travel does", () => {
    const pose = poseAt(fitForTests, reportForTests, "left", 0.04);
    expect(pose?.tip).toEqual([0.26, expect.closeTo(0.4)]);
    expect(pose?.axis[1]).toBeCloseTo(0.44);
    expect(pose?.arm).toBeCloseTo(-0.15);
  });

  it("is nothing where the link cannot be assembled", () => {
    expect(poseAt(fitForTests, reportForTests, "right", 0.08)).toBeNull();
    expect(poseAt(fitForTests, reportForTests, "right", 0.04)).toBeNull();
    expect(poseAt(fitForTests, reportForTests, "right", 0)).not.toBeNull();
  });
});

describe("curve", () => {
  it("is read linearly and held at its ends", () => {
    expect(readCurve([0, 1, 2], [0, 10, 30], 1.5)).toBeCloseTo(20);
    expect(readCurve([0, 1, 2], [0, 10, 30], 9)).toBe(30);
    expect(readCurve([0, 1, 2], [null, 10, 30], 0.5)).toBeNull();
    expect(readCurve([0, 1, 2], [null, 10, 30], 1)).toBe(10);
  });
});
