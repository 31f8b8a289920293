import { describe, expect, it } from "vitest";
import { addressOfPlace } from "./placeAddress";

describe("addressOfPlace", () => {
  it.each([
    ["symptoms.pulls", "/jobs/$jobId/listen", { place: "symptoms.pulls" }],
    ["parts.rear_link_left", "/jobs/$jobId/look", { part: "rear_link_left" }],
    ["rust", "/jobs/$jobId/look", { part: undefined }],
    ["set_up.front.fitted.hole", "/jobs/$jobId/choose", { axle: "front" }],
    ["rear.track_m", "/jobs/$jobId/weigh", { place: "rear.track_m", sheet: "drawings" }],
    ["roll_test.mass_kg", "/jobs/$jobId/weigh", { place: "roll_test.mass_kg", sheet: "roll" }],
    ["stack.0.mass_kg", "/jobs/$jobId/weigh", { place: "stack.0.mass_kg", sheet: "height" }],
    ["tow.load_kg", "/jobs/$jobId/weigh", { place: "tow.load_kg", sheet: "loads" }],
  ])("leads %s to its station", (place, to, search) => {
    expect(addressOfPlace(place)).toEqual({ to, search });
  });

  it("finds readings of a bar among the bars, its diameter on the drawing", () => {
    const sheet = (place: string) => addressOfPlace(place).search;
    expect(sheet("rear.standard_bar.link_play_m")).toMatchObject({ sheet: "bars" });
    expect(sheet("front.standard_bar.readings.mass_kg")).toMatchObject({ sheet: "bars" });
    expect(sheet("rear.standard_bar.bar.outside_diameter_m")).toMatchObject({ sheet: "drawings" });
  });
});
