import { describe, expect, it } from "vitest";
import { lookUp } from "./lookup";

const rows = [0, 1, 2];
const columns = [0, 10];
/** value = 3·row + column: linear, so every reading between nodes is exact. */
const table = rows.map((row) => columns.map((column) => 3 * row + column));

describe("lookUp", () => {
  it("reads its nodes as they are", () => {
    rows.forEach((row, i) =>
      columns.forEach((column, j) =>
        expect(lookUp(table, rows, columns, row, column)).toBe(table[i]?.[j]),
      ),
    );
  });

  it("reads a linear table exactly between its nodes", () => {
    expect(lookUp(table, rows, columns, 0.25, 4)).toBeCloseTo(4.75);
    expect(lookUp(table, rows, columns, 1.9, 9.5)).toBeCloseTo(15.2);
  });

  it("holds at its edges instead of guessing beyond them", () => {
    expect(lookUp(table, rows, columns, 99, 99)).toBe(16);
    expect(lookUp(table, rows, columns, -1, -1)).toBe(0);
  });

  it("reads a table of one node as that node", () => {
    expect(lookUp([[7]], [0], [0], 5, 5)).toBe(7);
  });

  it("gives zero, not a gap, where a table is empty", () => {
    expect(lookUp([], [], [], 1, 1)).toBe(0);
  });
});
