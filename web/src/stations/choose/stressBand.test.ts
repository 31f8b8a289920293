import { describe, expect, it } from "vitest";
import { stressBand } from "./stressBand";

describe("stressBand", () => {
  it("stands above a level piece drawn from left to right, as high as the stress", () => {
    const path = stressBand(
      [
        { x: 0, y: 100 },
        { x: 50, y: 100 },
      ],
      [10, 30],
    );
    expect(path).toBe("M0.0 100.0 L0.0 90.0 L50.0 70.0 L50.0 100.0 Z");
  });

  it("draws one face a piece", () => {
    const corner = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
    ];
    expect(stressBand(corner, [1, 1, 1, 1]).match(/M/g)).toHaveLength(2);
  });
});
