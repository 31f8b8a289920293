import type { Axle, Measured, Sheet } from "../api/types";

/** A number as measured, for tests of the drawings. */
export const m = (value: number): Measured => ({
  value,
  tolerance: 0,
  known: "measured",
  typed: "",
  simulated: false,
});

const axle: Axle = {
  suspension: "solid",
  track_m: m(1.8),
  spring_rate_n_per_m: m(2e5),
  tyre_rate_n_per_m: m(5e5),
  roll_centre_height_m: m(0.6),
  wheel_centre_height_m: m(0.4),
  unsprung_mass_kg: m(400),
  rating_kg: m(4000),
  spring_base_m: m(1),
  link_spacing_m: m(1.04),
  dual_spacing_m: null,
  standard_bar: null,
  air_bags: null,
  springs: "coil",
  leaf_twist_factor: null,
  tyre_size: "",
};

/** A made-up vehicle with single tyres in front, duals behind and two blocks of side. */
export const vehicle: Sheet = {
  kind: "coach",
  wheelbase_m: m(4),
  width_m: m(2.2),
  floor_height_m: m(0.7),
  roof_height_m: m(2.9),
  rating_kg: m(6000),
  front: axle,
  rear: { ...axle, dual_spacing_m: m(0.3) },
  profile: {
    front_overhang_m: m(1),
    side_force_coefficient: m(1.1),
    blocks: [
      { length_m: m(1.5), bottom_m: m(0.4), top_m: m(1.9) },
      { length_m: m(5), bottom_m: m(0.5), top_m: m(2.9) },
    ],
  },
  load_states: [
    {
      key: "trip_ready",
      front_left_kg: m(1000),
      front_right_kg: { ...m(1040), known: "estimated" },
      rear_left_kg: m(1900),
      rear_right_kg: m(1900),
      centre_of_gravity_height_m: m(1.2),
    },
  ],
  tow: { hitch: "none" },
  lift_weighing: { state: "trip_ready" },
  stack: [],
  roll_test: { state: "trip_ready", half_swings_between: 1, read_with: "" },
};
