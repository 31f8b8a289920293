import { describe, expect, it } from "vitest";
import type { Measured } from "../api/types";
import {
  degrees,
  figure,
  fromG,
  grouped,
  inG,
  weight,
  padReading,
  percent,
  quantity,
} from "./quantity";

const measured = (value: number, tolerance: number): Measured => ({
  value,
  tolerance,
  known: "measured",
  typed: "",
  simulated: false,
});

describe("grouped", () => {
  it("puts a thin space between thousands and a real minus in front", () => {
    expect(grouped(3120, 0)).toBe("3\u202f120");
    expect(grouped(1234567.891, 1)).toBe("1\u202f234\u202f567.9");
    expect(grouped(-4.26, 1)).toBe("−4.3");
  });

  it("never writes minus nothing", () => {
    expect(grouped(-0.04, 1)).toBe("0.0");
  });
});

describe("figure", () => {
  it("writes no more digits than the tolerance supports", () => {
    expect(figure(measured(1.0607, 0.005), "length")).toBe("1\u202f061");
    expect(figure(measured(0.034925, 0.0002), "small_length")).toBe("34.9");
    expect(figure(measured(0.034925, 0.002), "small_length")).toBe("35");
    expect(figure(measured(210e3, 20e3), "rate")).toBe("210");
    expect(figure(measured(1.1, 0.05), "pure")).toBe("1.10");
  });

  it("writes a solid bar's bore as nothing but 0", () => {
    expect(quantity(measured(0, 0), "small_length")).toBe("0 mm");
  });
});

describe("units", () => {
  it("turns a pad's newtons into the weight on its display", () => {
    expect(padReading(9806.65)).toBe("1\u202f000 kg");
    expect(weight(0.4)).toBe("0 kg");
  });

  it("turns g there and back", () => {
    expect(inG(fromG(0.3))).toBeCloseTo(0.3);
    expect(fromG(1)).toBe(9.80665);
  });

  it("writes angles in degrees and shares in per cent", () => {
    expect(degrees(Math.PI / 60)).toBe("3.0°");
    expect(degrees(Math.PI / 60, 2)).toBe("3.00°");
    expect(percent(0.3173)).toBe("32 %");
  });
});
