import { describe, expect, it } from "vitest";
import { begin, emptyLog, STILL_S, tableOf, take, wasDriven } from "./phoneLog";
import type { MotionSample } from "./motionSource";

const at = (timeS: number, x = 0, z = 9.81): MotionSample => ({
  timeS,
  acceleration: [x, 0, z],
  rate: [0, 0.2, 0.1],
});

describe("a phone's log", () => {
  it("takes nothing before it begins and ends its standing by itself", () => {
    const log = emptyLog();
    take(log, at(1), NaN);
    expect(log.samples).toHaveLength(0);
    begin(log, "still");
    take(log, at(5), NaN);
    take(log, at(5 + STILL_S), NaN);
    expect(log.phase).toBe("drive");
    take(log, at(8 + STILL_S), NaN);
    expect(wasDriven(log)).toBe(false);
    begin(log, "still again");
    take(log, at(9 + 2 * STILL_S), NaN);
    expect(log.phase).toBe("done");
  });

  it("is a table of our headings, leans outward counted up, whatever sign a maker has", () => {
    for (const sign of [1, -1]) {
      const log = emptyLog();
      begin(log, "still");
      take(log, at(2, sign * 1.5, sign * 9.81), NaN);
      const [head, row] = tableOf(log).split("\n");
      expect(head).not.toContain("speed");
      expect(row).toBe("0.00000,1.50000,-0.20000,-0.10000,9.81000");
    }
  });

  it("has a speed where the phone knew one", () => {
    const log = emptyLog();
    begin(log, "still");
    take(log, at(2), NaN);
    take(log, at(3), 12.5);
    const rows = tableOf(log).split("\n");
    expect(rows[0]).toContain("speed_m_s");
    expect(rows[2]?.endsWith("12.50000")).toBe(true);
  });
});
