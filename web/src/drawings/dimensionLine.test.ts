import { describe, expect, it } from "vitest";
import { strokeFor } from "./dimensionLine";

describe("strokeFor", () => {
  it("draws measured and plate solid, estimated dotted, quoted dashed, defaults hollow", () => {
    expect(strokeFor("measured")).toEqual(strokeFor("plate"));
    expect(strokeFor("measured").dash).toBeUndefined();
    expect(strokeFor("estimated").dash).toMatch(/^1 /);
    expect(strokeFor("quoted").dash).not.toBe(strokeFor("estimated").dash);
    expect(strokeFor("default").hollow).toBe(true);
    expect(strokeFor("quoted").hollow).toBe(false);
  });
});
