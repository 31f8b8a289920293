import { describe, expect, it } from "vitest";
import { queryOf, readSearch } from "./search";

describe("readSearch", () => {
  it("keeps what belongs to the racks and leaves the rest", () => {
    const found = readSearch({
      find: "R35",
      kind: "kit",
      price: 500,
      tube: true,
      undrilled: "yes",
      page: 1,
      part: 7,
      x: 1,
    });
    expect(found).toEqual({ find: "R35", kind: "kit", price: "500", tube: true, part: 7 });
    expect(readSearch({ kind: "spaceship", page: "two" })).toEqual({});
  });
});

describe("queryOf", () => {
  it("sends numbers as numbers and leaves words that are none out", () => {
    expect(queryOf({ price: "500", days: "soon" })).toMatchObject({
      price_to: 500,
      days_to: undefined,
      page: 1,
    });
  });
});
