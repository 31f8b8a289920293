import type { AxleName, Sheet } from "../../api/types";

/** Corners in the order they are walked round. */
export const CORNERS = ["front_left", "front_right", "rear_left", "rear_right"] as const;

/** Paths of an axle's numbers in the order a fitter takes them, absent parts left out. */
export function axlePlaces(sheet: Sheet, name: AxleName): string[] {
  const axle = sheet[name];
  const bar = axle.standard_bar ? "standard_bar" : null;
  const bags = axle.air_bags ? "air_bags" : null;
  const places = [
    "track_m",
    axle.dual_spacing_m && "dual_spacing_m",
    axle.spring_base_m && "spring_base_m",
    axle.link_spacing_m && "link_spacing_m",
    bar && `${bar}.bar.bushing_span_m`,
    "wheel_centre_height_m",
    "roll_centre_height_m",
    bar && `${bar}.bar.outside_diameter_m`,
    bar && `${bar}.bar.bore_m`,
    bar && `${bar}.motion_ratio`,
    bags && `${bags}.rate_n_per_m`,
    bags && `${bags}.spacing_m`,
    bags && `${bags}.pressure_pa`,
    bags && `${bags}.diameter_m`,
    bags && `${bags}.height_m`,
    "shock_spacing_m",
    "lift_m",
    "unsprung_mass_kg",
    "spring_rate_n_per_m",
    axle.springs === "leaf" && "leaf_twist_factor",
    "tyre_rate_n_per_m",
    "tyre_pressure_pa",
  ];
  return places.filter((place) => typeof place === "string").map((p) => `${name}.${p}`);
}

/** Totals of the axles of which no wheel was read: where one was, the total is their sum. */
function unreadTotals(sheet: Sheet, stateIndex: number): string[] {
  const loads = sheet.load_states[stateIndex];
  return (["front", "rear"] as const)
    .filter((axle) =>
      [loads?.[`${axle}_left_kg`], loads?.[`${axle}_right_kg`]].every(
        (load) => load?.known === "default" || load?.known === "estimated",
      ),
    )
    .map((axle) => `load_states.${stateIndex}.${axle}_kg`);
}

/** Every place of the sheet in measuring order: pads, lengths, one axle, side, plates. */
export function measuringOrder(sheet: Sheet, stateIndex: number, axle: AxleName): string[] {
  const state = `load_states.${stateIndex}`;
  return [
    ...CORNERS.map((corner) => `${state}.${corner}_kg`),
    ...unreadTotals(sheet, stateIndex),
    ...CORNERS.map((corner) => `${state}.${corner}_height_m`),
    "front.rating_kg",
    "rear.rating_kg",
    "rating_kg",
    "width_m",
    "wheelbase_m",
    "profile.front_overhang_m",
    ...sheet.profile.blocks.flatMap((_, i) =>
      ["length_m", "top_m", "bottom_m"].map((side) => `profile.blocks.${i}.${side}`),
    ),
    "profile.side_force_coefficient",
    "floor_height_m",
    "roof_height_m",
    `${state}.centre_of_gravity_height_m`,
    "floor_slope_rad",
    "floor_slope_along_rad",
    ...axlePlaces(sheet, axle),
  ];
}

/** What is read on a bar, thickest first: caliper, what it is quoted as, weight, shape, play. */
export function barPlaces(axle: AxleName): string[] {
  const bar = `${axle}.standard_bar`;
  return [
    "readings.caliper_1_m",
    "readings.caliper_2_m",
    "readings.caliper_3_m",
    "readings.quoted_diameter_m",
    "readings.arm_length_m",
    "readings.end_spacing_m",
    "readings.mass_kg",
    "readings.developed_length_m",
    "link_play_m",
    "bushing_play_m",
  ].map((part) => `${bar}.${part}`);
}

/** The roll test in the order it is done. */
export const ROLL_TEST_PLACES = [
  "mass_kg",
  "moved_m",
  "lean_right_rad",
  "lean_left_rad",
  "frequency_hz",
  "first_swing_rad",
  "later_swing_rad",
].map((part) => `roll_test.${part}`);

/** Wheel loads and ride heights of one state, then the trailer. */
export function loadPlaces(stateIndex: number): string[] {
  const state = `load_states.${stateIndex}`;
  return [
    ...CORNERS.map((corner) => `${state}.${corner}_kg`),
    ...CORNERS.map((corner) => `${state}.${corner}_height_m`),
    "tow.load_kg",
    "tow.behind_rear_axle_m",
  ];
}

/** Lift weighing, then every mass of the stack. */
export function heightPlaces(sheet: Sheet): string[] {
  const masses = (sheet.stack ?? []).flatMap((_, i) =>
    ["mass_kg", "behind_front_axle_m", "left_m", "height_m"].map((part) => `stack.${i}.${part}`),
  );
  return ["lift_weighing.rise_m", "lift_weighing.raised_front_kg", ...masses];
}
