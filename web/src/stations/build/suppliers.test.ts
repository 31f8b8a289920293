import { describe, expect, it } from "vitest";
import type { OrderLine, OrderStanding } from "../../api/types";
import { bySupplier, comesBy } from "./suppliers";

const offer = (supplier: string, delivery_days: number | null) => ({
  supplier,
  price_cents: 1000,
  stock: 1,
  delivery_days,
});
const stands = (supplier: string, ...offers: ReturnType<typeof offer>[]): OrderStanding => ({
  what: supplier,
  asked: true,
  state: "wanted",
  next: [],
  told: [],
  supplier,
  offers,
  on_shelf: null,
});
const line = (what: string): OrderLine => ({
  what,
  quantity: 1,
  kind: "part",
  part_number: "",
  why: [],
});

describe("an order by supplier", () => {
  it("groups lines by whom they come from, nobody last", () => {
    const standing = new Map([
      ["paint", stands("")],
      ["bar", stands("Mudlark")],
      ["link", stands("Eastbank")],
    ]);
    const groups = bySupplier(["paint", "bar", "link"].map(line), standing);
    expect(groups.map(({ supplier }) => supplier)).toEqual(["Eastbank", "Mudlark", ""]);
  });

  it("comes with the slowest, and by no day where one supplier says none", () => {
    const today = new Date(2030, 0, 30);
    const quick = stands("A", offer("A", 1), offer("B", 9));
    const slow = stands("A", offer("A", 4));
    expect(comesBy([quick, slow], "A", today)).toBe("2030-02-03");
    expect(comesBy([quick, slow], "B", today)).toBe("");
    expect(comesBy([stands("A", offer("A", null))], "A", today)).toBe("");
  });
});
