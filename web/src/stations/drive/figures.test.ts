import { describe, expect, it } from "vitest";
import { changeOf, withBand } from "./figures";

describe("figures with their intervals", () => {
  it("have no more digits than their interval lets them", () => {
    expect(withBand({ value: 6.43, low: 6.2, high: 6.7 }, "°/g")).toBe("6.4\u00a0±\u00a00.3°/g");
    expect(withBand({ value: 0.1534, low: 0.13, high: 0.17 }, "")).toBe("0.15\u00a0±\u00a00.02");
  });

  it("say a change by its way, and none where none is told", () => {
    expect(changeOf({ value: 0.71, low: 0.68, high: 0.74 })).toBe(
      "29 % less than before (26 to 32 %)",
    );
    expect(changeOf({ value: 1.1, low: 1.05, high: 1.16 })).toBe(
      "10 % more than before (5 to 16 %)",
    );
    expect(changeOf({ value: 0.99, low: 0.96, high: 1.03 })).toBe("as before, within 4 %");
  });
});
