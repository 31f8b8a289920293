import { describe, expect, it } from "vitest";
import { measuredAt, placeFacts, valueAt } from "../../api/place";
import { m, vehicle } from "../../drawings/vehicleForTests";
import { axleLoadAt } from "./axleLoad";
import { axlePlaces, measuringOrder } from "./order";

describe("placeFacts", () => {
  it("knows a place by its path, whatever the index in it", () => {
    expect(placeFacts("load_states.2.rear_left_kg").label).toBe("Rear left wheel load");
    expect(placeFacts("profile.blocks.11.top_m").dimension).toBe("length");
    expect(placeFacts("load_states.0.front_kg").label).toBe("Front axle load");
  });

  it("names a place it does not know by its path in words", () => {
    expect(placeFacts("parts.rear_link.note").label).toBe("parts rear link note");
  });
});

describe("valueAt", () => {
  it("follows a path and stops quietly at a part that is absent", () => {
    expect(measuredAt(vehicle, "rear.dual_spacing_m")?.value).toBe(0.3);
    expect(measuredAt(vehicle, "front.dual_spacing_m")).toBeUndefined();
    expect(valueAt(vehicle, "rear.standard_bar.bar.bore_m")).toBeUndefined();
  });
});

describe("axleLoadAt", () => {
  it("adds both pads and is an estimate unless both are known alike", () => {
    expect(axleLoadAt(vehicle, "load_states.0.front_kg")).toMatchObject({
      value: 2040,
      known: "estimated",
    });
    expect(axleLoadAt(vehicle, "load_states.0.rear_kg")?.known).toBe("measured");
  });

  it("is the axle's own reading where it was weighed as one", () => {
    const whole = { ...m(2000), typed: "2 t", tolerance: 10 };
    const half = { ...m(1000), known: "estimated", tolerance: 100 };
    const state = {
      ...vehicle.load_states[0],
      front_left_kg: half,
      front_right_kg: half,
      front_kg: whole,
    };
    const typed = { ...vehicle, load_states: [state] } as typeof vehicle;
    expect(axleLoadAt(typed, "load_states.0.front_kg")).toBe(whole);
  });

  it("is nothing for any other place", () => {
    expect(axleLoadAt(vehicle, "load_states.0.front_left_kg")).toBeUndefined();
    expect(axleLoadAt(vehicle, "load_states.5.front_kg")).toBeUndefined();
    expect(axleLoadAt(vehicle, "rear.track_m")).toBeUndefined();
  });
});

describe("measuring order", () => {
  it("starts at the pads, names every place once, and only those that are there", () => {
    const order = measuringOrder(vehicle, 0, "rear");
    expect(order[0]).toBe("load_states.0.front_left_kg");
    expect(new Set(order).size).toBe(order.length);
    const unread = order.filter(
      (path) => (axleLoadAt(vehicle, path) ?? measuredAt(vehicle, path)) === undefined,
    );
    // Numbers a sheet can do without stand there to be read.
    expect(unread).toEqual([
      "load_states.0.front_left_height_m",
      "load_states.0.front_right_height_m",
      "load_states.0.rear_left_height_m",
      "load_states.0.rear_right_height_m",
      "floor_slope_rad",
      "floor_slope_along_rad",
      "rear.shock_spacing_m",
      "rear.lift_m",
      "rear.tyre_pressure_pa",
    ]);
  });

  it("leaves out what an axle does not have", () => {
    expect(axlePlaces(vehicle, "front")).not.toContain("front.dual_spacing_m");
    expect(axlePlaces(vehicle, "rear")).toContain("rear.dual_spacing_m");
  });
});
