import { describe, expect, it } from "vitest";
import { isoLines } from "./isoLines";

const nodes = [0, 1, 2, 4, 5];

describe("isoLines", () => {
  it("finds where a table reaches a level, between its nodes, whichever way it rises", () => {
    const sum = nodes.map((row) => nodes.map((column) => row + column));
    for (const table of [sum, sum.map((row) => row.map((value) => 6 - value))]) {
      const [line = []] = isoLines(table, nodes, nodes, 3);
      expect(line.length).toBeGreaterThan(3);
      for (const [row, column] of line) expect(row + column).toBeCloseTo(3, 9);
      expect(line[0]?.[0]).toBe(0);
      expect(line.at(-1)?.[1]).toBe(0);
    }
  });

  it("keeps to the table, and has no line where the level is never reached", () => {
    const ridge = nodes.map((row) => nodes.map(() => (row === 2 ? 1 : 0)));
    const lines = isoLines(ridge, nodes, nodes, 0.5);
    expect(lines).toHaveLength(2);
    expect(lines.flat().every(([row]) => row === 1.5 || row === 3)).toBe(true);
    expect(isoLines(ridge, nodes, nodes, 2)).toEqual([]);
  });
});
