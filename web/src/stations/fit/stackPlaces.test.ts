import { describe, expect, it } from "vitest";
import { END_PX, stackPlaces } from "./stackPlaces";

describe("stack of a link", () => {
  it("lies piece by piece along the bolt, to scale, inside the paper", () => {
    const places = stackPlaces(["head", "washer", "bushing", "nut"], [0, 0.003, 0.015, 0], 400);
    expect(places[0]).toEqual({ left: 10, wide: END_PX });
    for (const [i, place] of places.entries()) {
      const before = places[i - 1];
      if (before) expect(place.left).toBeCloseTo(before.left + before.wide);
    }
    expect((places[2]?.wide ?? 0) / (places[1]?.wide ?? 1)).toBeCloseTo(5);
    const last = places.at(-1);
    expect((last?.left ?? 0) + (last?.wide ?? 0)).toBeLessThan(400);
  });
});
