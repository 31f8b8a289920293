// Generated from core by `make generate`; change the dataclass there, not this file.
export const PLACES = {
  "front.track_m": {
    "label": "Track",
    "dimension": "length"
  },
  "front.spring_rate_n_per_m": {
    "label": "Spring rate",
    "dimension": "rate"
  },
  "front.tyre_rate_n_per_m": {
    "label": "Tyre rate",
    "dimension": "rate"
  },
  "front.roll_centre_height_m": {
    "label": "Roll centre height",
    "dimension": "length"
  },
  "front.wheel_centre_height_m": {
    "label": "Wheel centre height",
    "dimension": "length"
  },
  "front.unsprung_mass_kg": {
    "label": "Unsprung mass",
    "dimension": "mass"
  },
  "front.rating_kg": {
    "label": "Axle rating",
    "dimension": "mass"
  },
  "front.spring_base_m": {
    "label": "Spring base",
    "dimension": "length"
  },
  "front.link_spacing_m": {
    "label": "Link spacing",
    "dimension": "length"
  },
  "front.dual_spacing_m": {
    "label": "Dual spacing",
    "dimension": "length"
  },
  "front.standard_bar.bar.outside_diameter_m": {
    "label": "Outside diameter",
    "dimension": "small_length"
  },
  "front.standard_bar.bar.bore_m": {
    "label": "Bore",
    "dimension": "small_length"
  },
  "front.standard_bar.bar.bushing_span_m": {
    "label": "Bushing span",
    "dimension": "length"
  },
  "front.standard_bar.bar.bushing_rate_n_per_m": {
    "label": "Bushing stiffness",
    "dimension": "rate"
  },
  "front.standard_bar.bar.link_rate_n_per_m": {
    "label": "Link stiffness",
    "dimension": "rate"
  },
  "front.standard_bar.motion_gain": {
    "label": "Motion gain",
    "dimension": "pure"
  },
  "front.air_bags.rate_n_per_m": {
    "label": "Air bag rate",
    "dimension": "rate"
  },
  "front.air_bags.spacing_m": {
    "label": "Air bag spacing",
    "dimension": "length"
  },
  "rear.track_m": {
    "label": "Track",
    "dimension": "length"
  },
  "rear.spring_rate_n_per_m": {
    "label": "Spring rate",
    "dimension": "rate"
  },
  "rear.tyre_rate_n_per_m": {
    "label": "Tyre rate",
    "dimension": "rate"
  },
  "rear.roll_centre_height_m": {
    "label": "Roll centre height",
    "dimension": "length"
  },
  "rear.wheel_centre_height_m": {
    "label": "Wheel centre height",
    "dimension": "length"
  },
  "rear.unsprung_mass_kg": {
    "label": "Unsprung mass",
    "dimension": "mass"
  },
  "rear.rating_kg": {
    "label": "Axle rating",
    "dimension": "mass"
  },
  "rear.spring_base_m": {
    "label": "Spring base",
    "dimension": "length"
  },
  "rear.link_spacing_m": {
    "label": "Link spacing",
    "dimension": "length"
  },
  "rear.dual_spacing_m": {
    "label": "Dual spacing",
    "dimension": "length"
  },
  "rear.standard_bar.bar.outside_diameter_m": {
    "label": "Outside diameter",
    "dimension": "small_length"
  },
  "rear.standard_bar.bar.bore_m": {
    "label": "Bore",
    "dimension": "small_length"
  },
  "rear.standard_bar.bar.bushing_span_m": {
    "label": "Bushing span",
    "dimension": "length"
  },
  "rear.standard_bar.bar.bushing_rate_n_per_m": {
    "label": "Bushing stiffness",
    "dimension": "rate"
  },
  "rear.standard_bar.bar.link_rate_n_per_m": {
    "label": "Link stiffness",
    "dimension": "rate"
  },
  "rear.standard_bar.motion_gain": {
    "label": "Motion gain",
    "dimension": "pure"
  },
  "rear.air_bags.rate_n_per_m": {
    "label": "Air bag rate",
    "dimension": "rate"
  },
  "rear.air_bags.spacing_m": {
    "label": "Air bag spacing",
    "dimension": "length"
  },
  "profile.blocks.*.length_m": {
    "label": "Block length",
    "dimension": "length"
  },
  "profile.blocks.*.bottom_m": {
    "label": "Block underside height",
    "dimension": "length"
  },
  "profile.blocks.*.top_m": {
    "label": "Block top height",
    "dimension": "length"
  },
  "profile.front_overhang_m": {
    "label": "Front overhang",
    "dimension": "length"
  },
  "profile.side_force_coefficient": {
    "label": "Side force coefficient",
    "dimension": "pure"
  },
  "load_states.*.front_left_kg": {
    "label": "Front left wheel load",
    "dimension": "mass"
  },
  "load_states.*.front_right_kg": {
    "label": "Front right wheel load",
    "dimension": "mass"
  },
  "load_states.*.rear_left_kg": {
    "label": "Rear left wheel load",
    "dimension": "mass"
  },
  "load_states.*.rear_right_kg": {
    "label": "Rear right wheel load",
    "dimension": "mass"
  },
  "load_states.*.centre_of_gravity_height_m": {
    "label": "Centre of gravity height",
    "dimension": "length"
  },
  "wheelbase_m": {
    "label": "Wheelbase",
    "dimension": "length"
  },
  "width_m": {
    "label": "Body width",
    "dimension": "length"
  },
  "floor_height_m": {
    "label": "Floor height",
    "dimension": "length"
  },
  "roof_height_m": {
    "label": "Roof height",
    "dimension": "length"
  },
  "rating_kg": {
    "label": "Vehicle rating",
    "dimension": "mass"
  },
  "load_states.*.front_kg": {
    "label": "Front axle load",
    "dimension": "mass"
  },
  "load_states.*.rear_kg": {
    "label": "Rear axle load",
    "dimension": "mass"
  },
  "set_up.front.fitted.bar.outside_diameter_m": {
    "label": "Outside diameter",
    "dimension": "small_length"
  },
  "set_up.front.fitted.bar.bore_m": {
    "label": "Bore",
    "dimension": "small_length"
  },
  "set_up.front.fitted.bar.bushing_span_m": {
    "label": "Bushing span",
    "dimension": "length"
  },
  "set_up.front.fitted.bar.bushing_rate_n_per_m": {
    "label": "Bushing stiffness",
    "dimension": "rate"
  },
  "set_up.front.fitted.bar.link_rate_n_per_m": {
    "label": "Link stiffness",
    "dimension": "rate"
  },
  "set_up.front.fitted.motion_gain": {
    "label": "Motion gain",
    "dimension": "pure"
  },
  "set_up.rear.fitted.bar.outside_diameter_m": {
    "label": "Outside diameter",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.bar.bore_m": {
    "label": "Bore",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.bar.bushing_span_m": {
    "label": "Bushing span",
    "dimension": "length"
  },
  "set_up.rear.fitted.bar.bushing_rate_n_per_m": {
    "label": "Bushing stiffness",
    "dimension": "rate"
  },
  "set_up.rear.fitted.bar.link_rate_n_per_m": {
    "label": "Link stiffness",
    "dimension": "rate"
  },
  "set_up.rear.fitted.motion_gain": {
    "label": "Motion gain",
    "dimension": "pure"
  }
} as const;

export const STEELS = {
  "s355": "S355, as rolled",
  "1045_normalised": "1045, normalised",
  "1045_hardened": "1045, quenched and tempered",
  "4130_tube": "4130 tube, normalised",
  "4140_hardened": "4140, quenched and tempered",
  "5160_hardened": "5160, quenched and tempered",
  "51crv4_hardened": "51CrV4, quenched and tempered"
} as const;
