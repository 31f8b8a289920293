import { describe, expect, it } from "vitest";
import type { SettlingTape } from "../api/types";
import { leanOf, readTape } from "./readTape";

const hole = (scale: number) => ({
  motion_ratio: [0.8, 0.9, null].map((one) => one && one * scale),
  arm_rad: [0.2, 0.1, null],
  link_rad: [0, 0.05, null],
  lean_rad: [0.06, 0.05, null],
});
const tape: SettlingTape = {
  end: "rear",
  planned: {
    left: { hole: 0, link_m: 0.25 },
    right: { hole: 0, link_m: 0.25 },
    gap_m: 0,
  },
  link_up: true,
  link_m: [0.24, 0.25, 0.26],
  holes: [hole(1), hole(0.9)],
};

describe("what a hole and a link length give", () => {
  it("is core's own figure at its lengths, and between them in between", () => {
    expect(readTape(tape, 0, 0.25).ratio).toBe(0.9);
    expect(readTape(tape, 0, 0.24).armRad).toBe(0.2);
    expect(readTape(tape, 1, 0.245).ratio).toBeCloseTo(0.765, 9);
    expect(readTape(tape, 0, 0.2425).leanRad).toBeCloseTo(0.0575, 9);
  });
  it("is nothing where no link hangs, off the tape, or in no hole", () => {
    expect(readTape(tape, 0, 0.255).ratio).toBeNull();
    expect(readTape(tape, 0, 0.2).ratio).toBeNull();
    expect(readTape(tape, 0, 0.3).ratio).toBeNull();
    expect(readTape(tape, 4, 0.25).ratio).toBeNull();
  });
  it("leans halfway between its sides", () => {
    const [left, right] = [readTape(tape, 0, 0.24), readTape(tape, 0, 0.25)];
    expect(leanOf(left, right)).toBeCloseTo(0.055, 9);
    expect(leanOf(left, readTape(tape, 0, 0.26))).toBeNull();
  });
});
