import { describe, expect, it } from "vitest";
import type { BayWork } from "../api/types";
import { boltsLeft, firstOpen, standingOf } from "./standing";

const step = (key: string, after: string[], records: string[]) => ({
  key,
  after,
  records,
  torque: "",
});
const stands = (key: string, missing: string[], rests_on: string[]) => ({ key, missing, rests_on });
const bay = {
  steps: [
    step("secure", [], ["tick"]),
    step("photo", ["secure"], ["photo"]),
    step("tight", ["photo"], ["torque"]),
  ],
  progress: {
    steps: [
      stands("secure", ["tick"], []),
      stands("photo", ["photo"], ["secure"]),
      stands("tight", ["torque"], ["photo"]),
    ],
  },
  obstacles: [],
  joints: { tight: { left: [1, 3] } },
} as unknown as BayWork;
const told = (...sent: string[]) =>
  standingOf(bay, new Set(sent)).map(({ stands, keptHere }) =>
    keptHere ? `${stands} here` : stands,
  );

describe("what is kept on this device", () => {
  it("counts as done, and opens what rests on it", () => {
    expect(told()).toEqual(["open", "waits", "waits"]);
    expect(told("secure tick")).toEqual(["done here", "open", "waits"]);
    expect(told("secure tick", "step.photo")).toEqual(["done here", "done here", "open"]);
  });

  it("has a joint open until every bolt is on its way", () => {
    const kept = ["secure tick", "step.photo", "tight bolt 1"];
    expect(told(...kept)[2]).toBe("open");
    expect(boltsLeft(bay.joints.tight, "tight", new Set(kept))).toEqual([3]);
    expect(told(...kept, "tight bolt 3")[2]).toBe("done here");
  });

  it("leads to the first step that can be done", () => {
    expect(firstOpen(standingOf(bay, new Set(["secure tick"])))).toBe(1);
  });
});
