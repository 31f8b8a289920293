import type { AxleName, Sheet } from "../../api/types";

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
    bar && `${bar}.motion_gain`,
    bags && `${bags}.rate_n_per_m`,
    bags && `${bags}.spacing_m`,
    "unsprung_mass_kg",
    "spring_rate_n_per_m",
    "tyre_rate_n_per_m",
  ];
  return places.filter((place) => place !== null && place !== undefined).map((p) => `${name}.${p}`);
}

/** Every place of the sheet in measuring order: pads, lengths, one axle, side, plates. */
export function measuringOrder(sheet: Sheet, stateIndex: number, axle: AxleName): string[] {
  const state = `load_states.${stateIndex}`;
  return [
    ...["front_left_kg", "front_right_kg", "rear_left_kg", "rear_right_kg"].map(
      (wheel) => `${state}.${wheel}`,
    ),
    `${state}.front_kg`,
    `${state}.rear_kg`,
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
    ...axlePlaces(sheet, axle),
  ];
}
