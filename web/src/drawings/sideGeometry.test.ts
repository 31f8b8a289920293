import { describe, expect, it } from "vitest";
import { lengthwiseScale, profileOutline, sideFrame } from "./sideGeometry";
import { m, vehicle } from "./vehicleForTests";

describe("sideFrame", () => {
  const frame = sideFrame(vehicle, 100, 50, 400);

  it("sets the axles an overhang behind the bumper and a wheelbase apart", () => {
    expect(frame.frontAxle).toBe(150);
    expect(frame.rearAxle - frame.frontAxle).toBe(400);
  });

  it("lays the blocks one behind the other at their heights", () => {
    expect(frame.blocks.map(({ left, right }) => [left, right])).toEqual([
      [50, 200],
      [200, 700],
    ]);
    expect(frame.blocks[0]?.top).toBeCloseTo(210);
    expect(frame.blocks[1]?.bottom).toBeCloseTo(350);
    expect(frame.rearBumper).toBe(700);
  });

  it("outlines the tops forwards and the undersides back", () => {
    const outline = profileOutline(frame);
    expect(outline).toHaveLength(8);
    expect(outline[0]).toEqual({ x: 50, y: frame.blocks[0]?.top });
    expect(outline.at(-1)).toEqual({ x: 50, y: frame.blocks[0]?.bottom });
  });
});

describe("lengthwiseScale", () => {
  it("fits a long vehicle by its length and a tall one by its height", () => {
    const block = { length_m: m(12), bottom_m: m(0.5), top_m: m(2) };
    const long = { ...vehicle, profile: { ...vehicle.profile, blocks: [block] } };
    expect(lengthwiseScale(long)).toBeCloseTo(50);
    expect(lengthwiseScale(vehicle)).toBeCloseTo(186 / 2.9);
  });
});
