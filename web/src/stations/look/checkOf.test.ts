import { expect, it } from "vitest";
import { checkOf, toggled } from "./checkOf";

it("a part nobody looked at is unseen, another is as it was seen", () => {
  const seen = { rating: "watch", faults: [], bolts: "keep", note: "" } as const;
  const look = { parts: { rear_bar: seen }, rust: "light" } as never;
  expect(checkOf(look, "rear_bar")).toBe(seen);
  expect(checkOf(look, "front_bar").rating).toBe("unseen");
});

it("a fault is put on the list once and taken off again", () => {
  expect(toggled([], "play")).toBe("play");
  expect(toggled(["play"], "torn boot")).toBe("play, torn boot");
  expect(toggled(["play", "torn boot"], "play")).toBe("torn boot");
});
