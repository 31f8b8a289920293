import { describe, expect, it } from "vitest";
import { PLACES } from "../../api/generated/core";
import { placeFacts } from "../../api/place";
import { addressOfPlace } from "../../job/placeAddress";
import { vehicle } from "../../drawings/vehicleForTests";
import { barPlaces, heightPlaces, loadPlaces, measuringOrder, ROLL_TEST_PLACES } from "./order";

const stacked = {
  ...vehicle,
  stack: [{}, {}],
} as unknown as typeof vehicle;

const LISTS = {
  drawing: measuringOrder(vehicle, 0, "rear"),
  "drawing of the front": measuringOrder(vehicle, 0, "front"),
  loads: loadPlaces(1),
  height: heightPlaces(stacked),
  "front bar": barPlaces("front"),
  "rear bar": barPlaces("rear"),
  "roll test": ROLL_TEST_PLACES,
};

describe.each(Object.entries(LISTS))("the sheet's order: %s", (_, places) => {
  it("names only places that the rules declare", () => {
    const known = new Set(Object.keys(PLACES));
    const asDeclared = places.map((place) => place.replace(/\.\d+\./g, ".*."));
    expect(asDeclared.filter((place) => !known.has(place))).toEqual([]);
  });

  it("names each place once and gives each a word of the trade", () => {
    expect(new Set(places).size).toBe(places.length);
    for (const place of places) expect(placeFacts(place).label).not.toContain(".");
  });
});

describe("what is read on a sheet of its own", () => {
  it.each([
    ["bars", barPlaces("front")],
    ["roll", ROLL_TEST_PLACES],
    ["height", heightPlaces(stacked)],
  ] as const)("is found again on %s from a finding", (sheet, places) => {
    for (const place of places)
      expect(addressOfPlace(place)).toEqual({ to: "/jobs/$jobId/weigh", search: { place, sheet } });
  });
});

describe("the order of the work", () => {
  it("goes round the corners before anything is measured under the vehicle", () => {
    const order = LISTS.drawing;
    const lastPad = order.indexOf("load_states.0.rear_right_kg");
    expect(lastPad).toBeLessThan(order.indexOf("rear.track_m"));
    expect(lastPad).toBeLessThan(order.indexOf("wheelbase_m"));
  });

  it("reads the thickest first on a bar, and its play last", () => {
    const places = barPlaces("rear");
    expect(places[0]).toBe("rear.standard_bar.readings.caliper_1_m");
    expect(places.at(-1)).toBe("rear.standard_bar.bushing_play_m");
  });

  it("leans a vehicle before it lets it rock", () => {
    const at = (part: string) => ROLL_TEST_PLACES.indexOf(`roll_test.${part}`);
    expect(at("mass_kg")).toBeLessThan(at("lean_right_rad"));
    expect(at("lean_left_rad")).toBeLessThan(at("frequency_hz"));
    expect(at("first_swing_rad")).toBeLessThan(at("later_swing_rad"));
  });

  it("lists four numbers a mass and none where nothing is stacked", () => {
    expect(heightPlaces(vehicle)).toHaveLength(2);
    expect(heightPlaces(stacked)).toHaveLength(10);
    expect(heightPlaces(stacked).at(-1)).toBe("stack.1.height_m");
  });

  it("keeps each state's loads apart", () => {
    expect(loadPlaces(0).some((place) => loadPlaces(1).includes(place))).toBe(true);
    const own = loadPlaces(2).filter((place) => place.startsWith("load_states."));
    expect(own.every((place) => place.startsWith("load_states.2."))).toBe(true);
    expect(own).toHaveLength(8);
  });
});
