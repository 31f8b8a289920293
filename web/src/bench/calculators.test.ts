import { describe, expect, it } from "vitest";
import { CALCULATORS, fieldsOf } from "./calculators";

describe("fieldsOf", () => {
  it("takes what the address says and starts the rest", () => {
    for (const calculator of CALCULATORS) {
      const found = fieldsOf(calculator, { arm: "300 mm", stray: "x" });
      expect(Object.keys(found)).toEqual(calculator.fields.map(({ key }) => key));
      if ("arm" in found) expect(found.arm).toBe("300 mm");
    }
  });

  it("keeps a field that was emptied on purpose empty", () => {
    const bar = CALCULATORS.find(({ key }) => key === "bar");
    expect(bar && fieldsOf(bar, { bushing: "" }).bushing).toBe("");
  });
});
