import { describe, expect, it } from "vitest";
import type { AxleFit, AxleFitReport, Obstacle } from "../../api/types";
import { barSpots, blocksOf, linkSpots } from "./turnGeometry";
import type { Spot } from "./turnGeometry";
import type { Pose } from "./pose";

const m = (value: number) => ({ value });
const fit = {
  heading: "rearward",
  seat: { bar_offset_m: m(0.01), link_holes_apart_m: m(1) },
} as unknown as AxleFit;
const report = {
  bar: {
    centre_line_m: [
      [0.25, -0.5, 0],
      [0, -0.5, 0],
      [0, 0.5, 0],
      [0.25, 0.5, 0],
    ],
  },
} as unknown as AxleFitReport;
const pose = (arm: number, up: number): Pose => ({
  axis: [-0.1, up],
  tip: [-0.1 - 0.25 * Math.cos(arm), up + 0.25 * Math.sin(arm)],
  hole: [-0.35, 0.6],
  arm,
  link: 0,
  between: 1.5,
  motionRatio: 1,
});

describe("undercarriage in space", () => {
  const poses = { left: pose(0.2, 0.42), right: pose(-0.1, 0.4) };
  const bar = barSpots(fit, report, poses);

  it("puts each eye where the side view has the arm's tip", () => {
    for (const [eye, side] of [
      [bar[3], poses.left],
      [bar[0], poses.right],
    ] as const) {
      expect(eye?.[0]).toBeCloseTo(side.tip[0]);
      expect(eye?.[2]).toBeCloseTo(side.tip[1]);
    }
    expect(bar[3]?.[1]).toBeCloseTo(0.51);
  });

  it("keeps the arms as long as they are", () => {
    const corner: Spot = bar[2] ?? [0, 0, 0];
    const eye: Spot = bar[3] ?? [0, 0, 0];
    expect(Math.hypot(eye[0] - corner[0], eye[2] - corner[2])).toBeCloseTo(0.25);
  });

  it("leads each link from its eye to its own hole", () => {
    const [from, to] = linkSpots(fit, bar, poses, "right");
    expect(from[1]).toBeCloseTo(-0.49);
    expect(to).toEqual([-0.35, -0.5, 0.6]);
  });
});

describe("obstacles in space", () => {
  const one = {
    shape: "segment",
    moves: "axle",
    sides: "both",
    forward_m: m(0),
    height_m: m(0.3),
    run_m: m(0.3),
    rise_m: m(0.3),
    size_m: m(0.06),
    left_m: m(0.5),
    right_m: m(0.4),
  } as unknown as Obstacle;

  it("stand on both sides where they do, lifted with what they follow", () => {
    const [left, right] = blocksOf(one, 0.05);
    expect(left?.middle).toEqual([0, 0.45, 0.35]);
    expect(right?.middle[1]).toBeCloseTo(-0.45);
    expect(left?.pitch).toBeCloseTo(Math.PI / 4);
    expect(left?.size[1]).toBeCloseTo(0.1);
    expect(blocksOf({ ...one, sides: "once" }, 0)).toHaveLength(1);
  });
});
