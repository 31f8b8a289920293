import { describe, expect, it } from "vitest";
import { isoLine } from "./isoLine";

/** Reads row × column. */
const nodes = [0, 1, 2, 4];
const table = nodes.map((row) => nodes.map((column) => row * column));

describe("isoLine", () => {
  it("finds where each row reaches the level, between its nodes", () => {
    expect(isoLine(table, nodes, nodes, 3)).toEqual([
      [1, 3],
      [2, 1.5],
      [4, 0.75],
    ]);
  });

  it("leaves out rows that never do, and holds rows that always do at their start", () => {
    expect(isoLine(table, nodes, nodes, 17)).toEqual([]);
    expect(isoLine(table, nodes, nodes, 0)).toHaveLength(4);
  });
});
