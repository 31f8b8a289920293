import { describe, expect, it } from "vitest";
import { queryOf, racksSearch } from "./search";

describe("racksSearch", () => {
  it("keeps what belongs to the racks and leaves the rest", () => {
    const found = racksSearch.parse({
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
    expect(racksSearch.parse({ kind: "spaceship", page: "two" })).toEqual({});
  });
});

describe("queryOf", () => {
  it("sends what was typed, to be refused in words where it is no amount", () => {
    expect(queryOf({ price: "€500", days: "soon" })).toMatchObject({
      price_to: "€500",
      days_to: "soon",
      page: 1,
    });
  });
});
