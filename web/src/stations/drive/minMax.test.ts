import { describe, expect, it } from "vitest";
import { minMax } from "./minMax";

describe("samples in columns of pixels", () => {
  const wave = Float32Array.from({ length: 60_000 }, (_, i) => Math.sin(i / 50));

  it("hides no spike, however many samples share a column", () => {
    const spiked = wave.slice();
    spiked[31_234] = 9;
    const { high } = minMax(spiked, 0, spiked.length - 1, 700);
    expect(Math.max(...high)).toBe(9);
  });

  it("joins its columns, so that a line has no gap", () => {
    const { low, high } = minMax(wave, 1_000, 2_000, 500);
    for (let column = 1; column < 500; column++) {
      expect(low[column]).toBeLessThanOrEqual(high[column - 1] ?? NaN);
      expect(high[column]).toBeGreaterThanOrEqual(low[column - 1] ?? NaN);
    }
  });

  it("draws nothing where there are no samples", () => {
    const { low } = minMax(wave, -2_000, 2_000, 40);
    expect(low[0]).toBeNaN();
    expect(low[39]).not.toBeNaN();
  });
});
