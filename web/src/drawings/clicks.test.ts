import { describe, expect, it } from "vitest";
import { addClick, complete, linesOf, wanted } from "./clicks";
import type { Clicks } from "./clicks";

const at = (x: number, y: number) => ({ x, y });

describe("clicks", () => {
  const four = [at(1, 2), at(3, 4), at(5, 6), at(7, 8)].reduce<Clicks>(addClick, []);

  it("asks for the body line first, then the horizon", () => {
    expect(wanted([])).toContain("body");
    expect(wanted(four.slice(0, 2))).toContain("horizon");
    expect(complete(four)).toBe(true);
  });

  it("hands both lines over end by end", () => {
    expect(linesOf(four)).toEqual({ body: [1, 2, 3, 4], horizon: [5, 6, 7, 8] });
  });

  it("begins again with the fifth click", () => {
    expect(addClick(four, at(9, 9))).toEqual([at(9, 9)]);
  });
});
