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
  "front.standard_bar.bar.wall_lost_m": {
    "label": "Wall lost to rust",
    "dimension": "small_length"
  },
  "front.standard_bar.bar.bend_radius_m": {
    "label": "Bend radius",
    "dimension": "small_length"
  },
  "front.standard_bar.motion_ratio": {
    "label": "Motion ratio",
    "dimension": "pure"
  },
  "front.standard_bar.link_play_m": {
    "label": "Link play",
    "dimension": "small_length"
  },
  "front.standard_bar.bushing_play_m": {
    "label": "Bushing play",
    "dimension": "small_length"
  },
  "front.standard_bar.readings.caliper_1_m": {
    "label": "Caliper, first place",
    "dimension": "small_length"
  },
  "front.standard_bar.readings.caliper_2_m": {
    "label": "Caliper, second place",
    "dimension": "small_length"
  },
  "front.standard_bar.readings.caliper_3_m": {
    "label": "Caliper, third place",
    "dimension": "small_length"
  },
  "front.standard_bar.readings.quoted_diameter_m": {
    "label": "Quoted diameter",
    "dimension": "small_length"
  },
  "front.standard_bar.readings.mass_kg": {
    "label": "Bar's weight",
    "dimension": "mass"
  },
  "front.standard_bar.readings.developed_length_m": {
    "label": "Length along the bends",
    "dimension": "length"
  },
  "front.standard_bar.readings.arm_length_m": {
    "label": "Arm length",
    "dimension": "length"
  },
  "front.standard_bar.readings.end_spacing_m": {
    "label": "Between the arms",
    "dimension": "length"
  },
  "front.air_bags.rate_n_per_m": {
    "label": "Air bag rate",
    "dimension": "rate"
  },
  "front.air_bags.spacing_m": {
    "label": "Air bag spacing",
    "dimension": "length"
  },
  "front.air_bags.pressure_pa": {
    "label": "Air bag pressure",
    "dimension": "pressure"
  },
  "front.air_bags.diameter_m": {
    "label": "Air bag diameter",
    "dimension": "length"
  },
  "front.air_bags.height_m": {
    "label": "Air bag height",
    "dimension": "length"
  },
  "front.helper_springs.rate_n_per_m": {
    "label": "Helper spring rate",
    "dimension": "rate"
  },
  "front.helper_springs.spacing_m": {
    "label": "Helper spring spacing",
    "dimension": "length"
  },
  "front.shock_spacing_m": {
    "label": "Shock spacing",
    "dimension": "length"
  },
  "front.lift_m": {
    "label": "Lift from standard",
    "dimension": "shift"
  },
  "front.tyre_pressure_pa": {
    "label": "Tyre pressure",
    "dimension": "pressure"
  },
  "front.leaf_twist_factor": {
    "label": "Leaf twist factor",
    "dimension": "pure"
  },
  "front.bump_travel_m": {
    "label": "Travel to the bump stop",
    "dimension": "length"
  },
  "front.droop_travel_m": {
    "label": "Travel to the shock's end",
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
  "rear.standard_bar.bar.wall_lost_m": {
    "label": "Wall lost to rust",
    "dimension": "small_length"
  },
  "rear.standard_bar.bar.bend_radius_m": {
    "label": "Bend radius",
    "dimension": "small_length"
  },
  "rear.standard_bar.motion_ratio": {
    "label": "Motion ratio",
    "dimension": "pure"
  },
  "rear.standard_bar.link_play_m": {
    "label": "Link play",
    "dimension": "small_length"
  },
  "rear.standard_bar.bushing_play_m": {
    "label": "Bushing play",
    "dimension": "small_length"
  },
  "rear.standard_bar.readings.caliper_1_m": {
    "label": "Caliper, first place",
    "dimension": "small_length"
  },
  "rear.standard_bar.readings.caliper_2_m": {
    "label": "Caliper, second place",
    "dimension": "small_length"
  },
  "rear.standard_bar.readings.caliper_3_m": {
    "label": "Caliper, third place",
    "dimension": "small_length"
  },
  "rear.standard_bar.readings.quoted_diameter_m": {
    "label": "Quoted diameter",
    "dimension": "small_length"
  },
  "rear.standard_bar.readings.mass_kg": {
    "label": "Bar's weight",
    "dimension": "mass"
  },
  "rear.standard_bar.readings.developed_length_m": {
    "label": "Length along the bends",
    "dimension": "length"
  },
  "rear.standard_bar.readings.arm_length_m": {
    "label": "Arm length",
    "dimension": "length"
  },
  "rear.standard_bar.readings.end_spacing_m": {
    "label": "Between the arms",
    "dimension": "length"
  },
  "rear.air_bags.rate_n_per_m": {
    "label": "Air bag rate",
    "dimension": "rate"
  },
  "rear.air_bags.spacing_m": {
    "label": "Air bag spacing",
    "dimension": "length"
  },
  "rear.air_bags.pressure_pa": {
    "label": "Air bag pressure",
    "dimension": "pressure"
  },
  "rear.air_bags.diameter_m": {
    "label": "Air bag diameter",
    "dimension": "length"
  },
  "rear.air_bags.height_m": {
    "label": "Air bag height",
    "dimension": "length"
  },
  "rear.helper_springs.rate_n_per_m": {
    "label": "Helper spring rate",
    "dimension": "rate"
  },
  "rear.helper_springs.spacing_m": {
    "label": "Helper spring spacing",
    "dimension": "length"
  },
  "rear.shock_spacing_m": {
    "label": "Shock spacing",
    "dimension": "length"
  },
  "rear.lift_m": {
    "label": "Lift from standard",
    "dimension": "shift"
  },
  "rear.tyre_pressure_pa": {
    "label": "Tyre pressure",
    "dimension": "pressure"
  },
  "rear.leaf_twist_factor": {
    "label": "Leaf twist factor",
    "dimension": "pure"
  },
  "rear.bump_travel_m": {
    "label": "Travel to the bump stop",
    "dimension": "length"
  },
  "rear.droop_travel_m": {
    "label": "Travel to the shock's end",
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
  "load_states.*.front_left_height_m": {
    "label": "Front left ride height",
    "dimension": "length"
  },
  "load_states.*.front_right_height_m": {
    "label": "Front right ride height",
    "dimension": "length"
  },
  "load_states.*.rear_left_height_m": {
    "label": "Rear left ride height",
    "dimension": "length"
  },
  "load_states.*.rear_right_height_m": {
    "label": "Rear right ride height",
    "dimension": "length"
  },
  "load_states.*.front_kg": {
    "label": "Front axle load",
    "dimension": "mass"
  },
  "load_states.*.rear_kg": {
    "label": "Rear axle load",
    "dimension": "mass"
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
  "floor_slope_rad": {
    "label": "Floor slope across",
    "dimension": "angle"
  },
  "floor_slope_along_rad": {
    "label": "Floor slope along",
    "dimension": "angle"
  },
  "spring_correction": {
    "label": "Spring correction",
    "dimension": "pure"
  },
  "roll_inertia_kg_m2": {
    "label": "Roll inertia",
    "dimension": "inertia"
  },
  "roll_damping_n_m_s_per_rad": {
    "label": "Roll damping",
    "dimension": "roll_damping"
  },
  "tow.load_kg": {
    "label": "Tongue or pin load",
    "dimension": "mass"
  },
  "tow.behind_rear_axle_m": {
    "label": "Hitch behind rear axle",
    "dimension": "shift"
  },
  "lift_weighing.rise_m": {
    "label": "Rear raised by",
    "dimension": "length"
  },
  "lift_weighing.raised_front_kg": {
    "label": "Front axle load, rear raised",
    "dimension": "mass"
  },
  "stack.*.mass_kg": {
    "label": "Mass",
    "dimension": "mass"
  },
  "stack.*.behind_front_axle_m": {
    "label": "Behind front axle",
    "dimension": "shift"
  },
  "stack.*.left_m": {
    "label": "Left of the middle",
    "dimension": "shift"
  },
  "stack.*.height_m": {
    "label": "Height of its centre",
    "dimension": "length"
  },
  "roll_test.mass_kg": {
    "label": "Mass moved",
    "dimension": "mass"
  },
  "roll_test.moved_m": {
    "label": "Moved sideways",
    "dimension": "length"
  },
  "roll_test.lean_right_rad": {
    "label": "Lean, mass at the right",
    "dimension": "angle"
  },
  "roll_test.lean_left_rad": {
    "label": "Lean, mass at the left",
    "dimension": "angle"
  },
  "roll_test.frequency_hz": {
    "label": "Rocking frequency",
    "dimension": "frequency"
  },
  "roll_test.first_swing_rad": {
    "label": "First swing",
    "dimension": "angle"
  },
  "roll_test.later_swing_rad": {
    "label": "Later swing",
    "dimension": "angle"
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
  "set_up.front.fitted.bar.wall_lost_m": {
    "label": "Wall lost to rust",
    "dimension": "small_length"
  },
  "set_up.front.fitted.bar.bend_radius_m": {
    "label": "Bend radius",
    "dimension": "small_length"
  },
  "set_up.front.fitted.motion_ratio": {
    "label": "Motion ratio",
    "dimension": "pure"
  },
  "set_up.front.fitted.link_play_m": {
    "label": "Link play",
    "dimension": "small_length"
  },
  "set_up.front.fitted.bushing_play_m": {
    "label": "Bushing play",
    "dimension": "small_length"
  },
  "set_up.front.fitted.readings.caliper_1_m": {
    "label": "Caliper, first place",
    "dimension": "small_length"
  },
  "set_up.front.fitted.readings.caliper_2_m": {
    "label": "Caliper, second place",
    "dimension": "small_length"
  },
  "set_up.front.fitted.readings.caliper_3_m": {
    "label": "Caliper, third place",
    "dimension": "small_length"
  },
  "set_up.front.fitted.readings.quoted_diameter_m": {
    "label": "Quoted diameter",
    "dimension": "small_length"
  },
  "set_up.front.fitted.readings.mass_kg": {
    "label": "Bar's weight",
    "dimension": "mass"
  },
  "set_up.front.fitted.readings.developed_length_m": {
    "label": "Length along the bends",
    "dimension": "length"
  },
  "set_up.front.fitted.readings.arm_length_m": {
    "label": "Arm length",
    "dimension": "length"
  },
  "set_up.front.fitted.readings.end_spacing_m": {
    "label": "Between the arms",
    "dimension": "length"
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
  "set_up.rear.fitted.bar.wall_lost_m": {
    "label": "Wall lost to rust",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.bar.bend_radius_m": {
    "label": "Bend radius",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.motion_ratio": {
    "label": "Motion ratio",
    "dimension": "pure"
  },
  "set_up.rear.fitted.link_play_m": {
    "label": "Link play",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.bushing_play_m": {
    "label": "Bushing play",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.readings.caliper_1_m": {
    "label": "Caliper, first place",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.readings.caliper_2_m": {
    "label": "Caliper, second place",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.readings.caliper_3_m": {
    "label": "Caliper, third place",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.readings.quoted_diameter_m": {
    "label": "Quoted diameter",
    "dimension": "small_length"
  },
  "set_up.rear.fitted.readings.mass_kg": {
    "label": "Bar's weight",
    "dimension": "mass"
  },
  "set_up.rear.fitted.readings.developed_length_m": {
    "label": "Length along the bends",
    "dimension": "length"
  },
  "set_up.rear.fitted.readings.arm_length_m": {
    "label": "Arm length",
    "dimension": "length"
  },
  "set_up.rear.fitted.readings.end_spacing_m": {
    "label": "Between the arms",
    "dimension": "length"
  },
  "target.states.*.lean_rad": {
    "label": "Lean in the bend",
    "dimension": "angle"
  },
  "target.states.*.gust_lean_rad": {
    "label": "Lean in the gust",
    "dimension": "angle"
  },
  "target.share_loss_points": {
    "label": "Front–rear balance may fall by",
    "dimension": "pure"
  },
  "target.share_gain_points": {
    "label": "Front–rear balance may rise by",
    "dimension": "pure"
  },
  "target.head_toss_growth": {
    "label": "Head toss at most, times now",
    "dimension": "pure"
  },
  "target.forecast_wind_m_s": {
    "label": "Forecast wind",
    "dimension": "speed"
  },
  "target.forecast_road_m_s": {
    "label": "Speed driven",
    "dimension": "speed"
  },
  "fitting.front.rail.edge_m": {
    "label": "Frame's lower edge",
    "dimension": "length"
  },
  "fitting.front.rail.depth_m": {
    "label": "Depth of the rail",
    "dimension": "length"
  },
  "fitting.front.rail.wall_m": {
    "label": "Wall of the rail",
    "dimension": "small_length"
  },
  "fitting.front.rail.width_m": {
    "label": "Width of the rail",
    "dimension": "small_length"
  },
  "fitting.front.rail.outside_m": {
    "label": "Across both rails",
    "dimension": "length"
  },
  "fitting.front.rail.access_m": {
    "label": "Frame hole for a nut plate",
    "dimension": "small_length"
  },
  "fitting.front.rail.plate_m": {
    "label": "Nut plate, its narrow way",
    "dimension": "small_length"
  },
  "fitting.front.seat.link_holes_apart_m": {
    "label": "Link holes apart",
    "dimension": "length"
  },
  "fitting.front.seat.bar_offset_m": {
    "label": "Bar off the middle",
    "dimension": "shift"
  },
  "fitting.front.seat.saddles_apart_m": {
    "label": "Saddles apart",
    "dimension": "length"
  },
  "fitting.front.seat.saddle_width_m": {
    "label": "Saddle width",
    "dimension": "small_length"
  },
  "fitting.front.seat.saddle_bore_m": {
    "label": "Saddle for a tube of",
    "dimension": "small_length"
  },
  "fitting.front.seat.u_bolt_inside_m": {
    "label": "U-bolt inside",
    "dimension": "small_length"
  },
  "fitting.front.seat.vent_m": {
    "label": "Vent across at",
    "dimension": "shift"
  },
  "fitting.front.seat.weld_m": {
    "label": "Weld across at",
    "dimension": "shift"
  },
  "fitting.front.seat.line_m": {
    "label": "Line across at",
    "dimension": "shift"
  },
  "fitting.front.seat.shoulder_left_m": {
    "label": "Bushing to shoulder, left",
    "dimension": "small_length"
  },
  "fitting.front.seat.shoulder_right_m": {
    "label": "Bushing to shoulder, right",
    "dimension": "small_length"
  },
  "fitting.front.seat.bracket_out_m": {
    "label": "Bracket out from the bar",
    "dimension": "small_length"
  },
  "fitting.front.link.from_m": {
    "label": "Shortest link",
    "dimension": "length"
  },
  "fitting.front.link.to_m": {
    "label": "Longest link",
    "dimension": "length"
  },
  "fitting.front.link.diameter_m": {
    "label": "Link body",
    "dimension": "small_length"
  },
  "fitting.front.link.thread_length_m": {
    "label": "Thread held at the shortest",
    "dimension": "small_length"
  },
  "fitting.front.link.joint_angle_rad": {
    "label": "Joint angle to one side",
    "dimension": "angle"
  },
  "fitting.front.link.offset_m": {
    "label": "Offset of the link",
    "dimension": "small_length"
  },
  "fitting.front.link_holes.*.forward_m": {
    "label": "Hole forward of the axle",
    "dimension": "shift"
  },
  "fitting.front.link_holes.*.height_m": {
    "label": "Hole above ground",
    "dimension": "length"
  },
  "fitting.front.bar_places.*.forward_m": {
    "label": "Hole forward of the axle",
    "dimension": "shift"
  },
  "fitting.front.bar_places.*.height_m": {
    "label": "Hole above ground",
    "dimension": "length"
  },
  "fitting.front.left.link_m": {
    "label": "Link length",
    "dimension": "length"
  },
  "fitting.front.right.link_m": {
    "label": "Link length",
    "dimension": "length"
  },
  "fitting.front.bump_m": {
    "label": "Bump travel",
    "dimension": "length"
  },
  "fitting.front.droop_m": {
    "label": "Droop to the shock's stop",
    "dimension": "length"
  },
  "fitting.front.link_ratio": {
    "label": "Link travel by wheel travel",
    "dimension": "pure"
  },
  "fitting.front.plate_m": {
    "label": "Bracket plate",
    "dimension": "small_length"
  },
  "fitting.front.backing_m": {
    "label": "Backing block",
    "dimension": "small_length"
  },
  "fitting.front.control_arm_rad": {
    "label": "Control arm above level",
    "dimension": "angle"
  },
  "fitting.front.stack.washer_m": {
    "label": "Cup washer",
    "dimension": "small_length"
  },
  "fitting.front.stack.bushing_m": {
    "label": "Bushing, tightened",
    "dimension": "small_length"
  },
  "fitting.front.stack.long_bushing_m": {
    "label": "Long bushing, tightened",
    "dimension": "small_length"
  },
  "fitting.front.stack.plate_m": {
    "label": "Bracket or eye",
    "dimension": "small_length"
  },
  "fitting.front.stack.sleeve_m": {
    "label": "Sleeve",
    "dimension": "length"
  },
  "fitting.front.stack.free_m": {
    "label": "Bushing, unloaded",
    "dimension": "small_length"
  },
  "fitting.front.stack.outside_m": {
    "label": "Bushing's diameter",
    "dimension": "small_length"
  },
  "fitting.front.obstacles.*.forward_m": {
    "label": "Forward of the axle",
    "dimension": "shift"
  },
  "fitting.front.obstacles.*.height_m": {
    "label": "Above ground",
    "dimension": "length"
  },
  "fitting.front.obstacles.*.run_m": {
    "label": "Runs forward",
    "dimension": "shift"
  },
  "fitting.front.obstacles.*.rise_m": {
    "label": "Rises",
    "dimension": "shift"
  },
  "fitting.front.obstacles.*.size_m": {
    "label": "Thickness",
    "dimension": "small_length"
  },
  "fitting.front.obstacles.*.left_m": {
    "label": "Ends on the left at",
    "dimension": "shift"
  },
  "fitting.front.obstacles.*.right_m": {
    "label": "Ends on the right at",
    "dimension": "shift"
  },
  "fitting.front.obstacles.*.needs_m": {
    "label": "Gap it needs",
    "dimension": "small_length"
  },
  "fitting.front.drilled.*.forward_m": {
    "label": "Forward of the plumb line",
    "dimension": "shift"
  },
  "fitting.front.drilled.*.above_edge_m": {
    "label": "Above the lower edge",
    "dimension": "length"
  },
  "fitting.front.drilled.*.there_m": {
    "label": "Hole that is there",
    "dimension": "small_length"
  },
  "fitting.rear.rail.edge_m": {
    "label": "Frame's lower edge",
    "dimension": "length"
  },
  "fitting.rear.rail.depth_m": {
    "label": "Depth of the rail",
    "dimension": "length"
  },
  "fitting.rear.rail.wall_m": {
    "label": "Wall of the rail",
    "dimension": "small_length"
  },
  "fitting.rear.rail.width_m": {
    "label": "Width of the rail",
    "dimension": "small_length"
  },
  "fitting.rear.rail.outside_m": {
    "label": "Across both rails",
    "dimension": "length"
  },
  "fitting.rear.rail.access_m": {
    "label": "Frame hole for a nut plate",
    "dimension": "small_length"
  },
  "fitting.rear.rail.plate_m": {
    "label": "Nut plate, its narrow way",
    "dimension": "small_length"
  },
  "fitting.rear.seat.link_holes_apart_m": {
    "label": "Link holes apart",
    "dimension": "length"
  },
  "fitting.rear.seat.bar_offset_m": {
    "label": "Bar off the middle",
    "dimension": "shift"
  },
  "fitting.rear.seat.saddles_apart_m": {
    "label": "Saddles apart",
    "dimension": "length"
  },
  "fitting.rear.seat.saddle_width_m": {
    "label": "Saddle width",
    "dimension": "small_length"
  },
  "fitting.rear.seat.saddle_bore_m": {
    "label": "Saddle for a tube of",
    "dimension": "small_length"
  },
  "fitting.rear.seat.u_bolt_inside_m": {
    "label": "U-bolt inside",
    "dimension": "small_length"
  },
  "fitting.rear.seat.vent_m": {
    "label": "Vent across at",
    "dimension": "shift"
  },
  "fitting.rear.seat.weld_m": {
    "label": "Weld across at",
    "dimension": "shift"
  },
  "fitting.rear.seat.line_m": {
    "label": "Line across at",
    "dimension": "shift"
  },
  "fitting.rear.seat.shoulder_left_m": {
    "label": "Bushing to shoulder, left",
    "dimension": "small_length"
  },
  "fitting.rear.seat.shoulder_right_m": {
    "label": "Bushing to shoulder, right",
    "dimension": "small_length"
  },
  "fitting.rear.seat.bracket_out_m": {
    "label": "Bracket out from the bar",
    "dimension": "small_length"
  },
  "fitting.rear.link.from_m": {
    "label": "Shortest link",
    "dimension": "length"
  },
  "fitting.rear.link.to_m": {
    "label": "Longest link",
    "dimension": "length"
  },
  "fitting.rear.link.diameter_m": {
    "label": "Link body",
    "dimension": "small_length"
  },
  "fitting.rear.link.thread_length_m": {
    "label": "Thread held at the shortest",
    "dimension": "small_length"
  },
  "fitting.rear.link.joint_angle_rad": {
    "label": "Joint angle to one side",
    "dimension": "angle"
  },
  "fitting.rear.link.offset_m": {
    "label": "Offset of the link",
    "dimension": "small_length"
  },
  "fitting.rear.link_holes.*.forward_m": {
    "label": "Hole forward of the axle",
    "dimension": "shift"
  },
  "fitting.rear.link_holes.*.height_m": {
    "label": "Hole above ground",
    "dimension": "length"
  },
  "fitting.rear.bar_places.*.forward_m": {
    "label": "Hole forward of the axle",
    "dimension": "shift"
  },
  "fitting.rear.bar_places.*.height_m": {
    "label": "Hole above ground",
    "dimension": "length"
  },
  "fitting.rear.left.link_m": {
    "label": "Link length",
    "dimension": "length"
  },
  "fitting.rear.right.link_m": {
    "label": "Link length",
    "dimension": "length"
  },
  "fitting.rear.bump_m": {
    "label": "Bump travel",
    "dimension": "length"
  },
  "fitting.rear.droop_m": {
    "label": "Droop to the shock's stop",
    "dimension": "length"
  },
  "fitting.rear.link_ratio": {
    "label": "Link travel by wheel travel",
    "dimension": "pure"
  },
  "fitting.rear.plate_m": {
    "label": "Bracket plate",
    "dimension": "small_length"
  },
  "fitting.rear.backing_m": {
    "label": "Backing block",
    "dimension": "small_length"
  },
  "fitting.rear.control_arm_rad": {
    "label": "Control arm above level",
    "dimension": "angle"
  },
  "fitting.rear.stack.washer_m": {
    "label": "Cup washer",
    "dimension": "small_length"
  },
  "fitting.rear.stack.bushing_m": {
    "label": "Bushing, tightened",
    "dimension": "small_length"
  },
  "fitting.rear.stack.long_bushing_m": {
    "label": "Long bushing, tightened",
    "dimension": "small_length"
  },
  "fitting.rear.stack.plate_m": {
    "label": "Bracket or eye",
    "dimension": "small_length"
  },
  "fitting.rear.stack.sleeve_m": {
    "label": "Sleeve",
    "dimension": "length"
  },
  "fitting.rear.stack.free_m": {
    "label": "Bushing, unloaded",
    "dimension": "small_length"
  },
  "fitting.rear.stack.outside_m": {
    "label": "Bushing's diameter",
    "dimension": "small_length"
  },
  "fitting.rear.obstacles.*.forward_m": {
    "label": "Forward of the axle",
    "dimension": "shift"
  },
  "fitting.rear.obstacles.*.height_m": {
    "label": "Above ground",
    "dimension": "length"
  },
  "fitting.rear.obstacles.*.run_m": {
    "label": "Runs forward",
    "dimension": "shift"
  },
  "fitting.rear.obstacles.*.rise_m": {
    "label": "Rises",
    "dimension": "shift"
  },
  "fitting.rear.obstacles.*.size_m": {
    "label": "Thickness",
    "dimension": "small_length"
  },
  "fitting.rear.obstacles.*.left_m": {
    "label": "Ends on the left at",
    "dimension": "shift"
  },
  "fitting.rear.obstacles.*.right_m": {
    "label": "Ends on the right at",
    "dimension": "shift"
  },
  "fitting.rear.obstacles.*.needs_m": {
    "label": "Gap it needs",
    "dimension": "small_length"
  },
  "fitting.rear.drilled.*.forward_m": {
    "label": "Forward of the plumb line",
    "dimension": "shift"
  },
  "fitting.rear.drilled.*.above_edge_m": {
    "label": "Above the lower edge",
    "dimension": "length"
  },
  "fitting.rear.drilled.*.there_m": {
    "label": "Hole that is there",
    "dimension": "small_length"
  },
  "fitting.wrench_m": {
    "label": "Torque wrench, square to hand",
    "dimension": "length"
  },
  "fitting.extension_m": {
    "label": "Adapter at right length adds",
    "dimension": "length"
  },
  "arrival.front.diameter_m": {
    "label": "Diameter of the new bar",
    "dimension": "small_length"
  },
  "arrival.front.left_arm_m": {
    "label": "Left arm of the new bar",
    "dimension": "length"
  },
  "arrival.front.right_arm_m": {
    "label": "Right arm of the new bar",
    "dimension": "length"
  },
  "arrival.front.eyes_apart_m": {
    "label": "Eyes of the new bar apart",
    "dimension": "length"
  },
  "arrival.rear.diameter_m": {
    "label": "Diameter of the new bar",
    "dimension": "small_length"
  },
  "arrival.rear.left_arm_m": {
    "label": "Left arm of the new bar",
    "dimension": "length"
  },
  "arrival.rear.right_arm_m": {
    "label": "Right arm of the new bar",
    "dimension": "length"
  },
  "arrival.rear.eyes_apart_m": {
    "label": "Eyes of the new bar apart",
    "dimension": "length"
  }
} as const;

export const GRADES = [
  "8.8",
  "10.9",
  "12.9",
  "2",
  "5",
  "5.2",
  "8",
  "8.2"
] as const;

export const LUBRICATIONS = [
  "dry",
  "zinc-plated",
  "oiled",
  "anti-seize",
  "liquid thread-lock"
] as const;

export const STEELS = {
  "unknown": "not known; spring steel taken",
  "s355": "S355, as rolled",
  "1045_normalised": "1045, normalised",
  "1045_hardened": "1045, quenched and tempered",
  "4130_tube": "4130 tube, normalised",
  "4140_hardened": "4140, quenched and tempered",
  "5160_hardened": "5160, quenched and tempered",
  "51crv4_hardened": "51CrV4, quenched and tempered"
} as const;

export const STATION_NAMES = {
  "listen": "Listen",
  "weigh": "Weigh",
  "look": "Look",
  "choose": "Choose",
  "fit": "Fit",
  "build": "Build",
  "drive": "Drive",
  "hand_over": "Hand over"
} as const;

export const JOB_KIND_NAMES = {
  "upgrade": "Upgrade",
  "renew_links": "Renew links",
  "renew_bushings": "Renew bushings",
  "broken_bar": "Replace a broken bar",
  "link_length": "Correct a link length",
  "recheck": "Re-check"
} as const;

export const LOAD_NAMES = {
  "empty": "Empty",
  "trip_ready": "Trip-ready",
  "maximum": "Maximum",
  "towing": "Towing"
} as const;

export const PART_KIND_NAMES = {
  "bar": "Bars",
  "kit": "Kits",
  "link": "Links",
  "bracket": "Brackets",
  "bushing": "Bushings"
} as const;

export const KNOWN = [
  "measured",
  "plate",
  "quoted",
  "estimated",
  "default"
] as const;

export const BARS_SEEN = [
  "not looked",
  "solid",
  "hollow",
  "no bar there"
] as const;

export const BURNS = [
  "brake or fuel line",
  "tank",
  "bushing that stays",
  "undercoat",
  "wiring"
] as const;

export const TROUBLES = [
  "squeak",
  "clunk",
  "rattle",
  "hum or smell",
  "pulls to a side",
  "leans at rest",
  "harsher on one-side bumps",
  "no better than before"
] as const;

export const HEARD = [
  "slowly over bumps or a kerb",
  "in bends",
  "braking or pulling away",
  "on a steady road",
  "standing still"
] as const;

export const SINCE = [
  "from the first drive on",
  "after some weeks",
  "in the wet, or after it dried"
] as const;

export const FIT_SHEETS = {
  "upgrade": [
    "side",
    "holes",
    "links",
    "across",
    "clash",
    "drill",
    "bolts",
    "arrival",
    "turn"
  ],
  "renew_links": [
    "links",
    "bolts",
    "arrival"
  ],
  "renew_bushings": [
    "bolts",
    "arrival"
  ],
  "broken_bar": [
    "side",
    "holes",
    "links",
    "across",
    "clash",
    "drill",
    "bolts",
    "arrival",
    "turn"
  ],
  "link_length": [
    "side",
    "holes",
    "links",
    "across",
    "clash",
    "drill",
    "bolts",
    "arrival",
    "turn"
  ],
  "recheck": [
    "side",
    "holes",
    "links",
    "across",
    "clash",
    "drill",
    "bolts",
    "arrival",
    "turn"
  ]
} as const;

export const PICKS = {
  "bolts": [
    "unseen",
    "keep",
    "clean",
    "renew"
  ],
  "nuts": [
    "unseen",
    "plain nut",
    "welded nut",
    "tabbed nut",
    "captive nut",
    "clip nut",
    "plastic clip"
  ],
  "cover": [
    "unseen",
    "nothing",
    "shield",
    "brace",
    "crossmember",
    "exhaust",
    "spare wheel"
  ],
  "material": [
    "unseen",
    "rubber",
    "polyurethane"
  ],
  "rust": [
    "unseen",
    "none",
    "light",
    "scaly",
    "heavy"
  ],
  "shape": [
    "unseen",
    "round",
    "oval",
    "square"
  ],
  "vent": [
    "unseen",
    "left",
    "middle",
    "right"
  ],
  "crossmember": [
    "unseen",
    "none",
    "round",
    "channel"
  ],
  "shock_mount": [
    "unseen",
    "one bolt",
    "two bolts",
    "stud"
  ],
  "ends": [
    "front",
    "rear",
    "both"
  ]
} as const;

export const DIMENSIONS = {
  "metric": {
    "length": {
      "per": 1000.0,
      "symbol": "mm",
      "most": 0
    },
    "small_length": {
      "per": 1000.0,
      "symbol": "mm",
      "most": 1
    },
    "mass": {
      "per": 1.0,
      "symbol": "kg",
      "most": 0
    },
    "rate": {
      "per": 0.001,
      "symbol": "N/mm",
      "most": 0
    },
    "pure": {
      "per": 1.0,
      "symbol": "",
      "most": 2
    },
    "shift": {
      "per": 1000.0,
      "symbol": "mm",
      "most": 0
    },
    "angle": {
      "per": 57.29577951308232,
      "symbol": "°",
      "most": 2
    },
    "frequency": {
      "per": 1.0,
      "symbol": "Hz",
      "most": 2
    },
    "inertia": {
      "per": 1.0,
      "symbol": "kg·m²",
      "most": 0
    },
    "roll_damping": {
      "per": 0.001,
      "symbol": "kN·m·s",
      "most": 1
    },
    "speed": {
      "per": 1.0,
      "symbol": "m/s",
      "most": 1
    },
    "force": {
      "per": 1.0,
      "symbol": "N",
      "most": 0
    },
    "area": {
      "per": 1.0,
      "symbol": "m²",
      "most": 1
    },
    "torque": {
      "per": 1.0,
      "symbol": "N·m",
      "most": 0
    },
    "pressure": {
      "per": 0.001,
      "symbol": "kPa",
      "most": 0
    },
    "distance": {
      "per": 0.001,
      "symbol": "km",
      "most": 0
    }
  },
  "inch": {
    "length": {
      "per": 39.37007874015748,
      "symbol": "in",
      "most": 2
    },
    "small_length": {
      "per": 39.37007874015748,
      "symbol": "in",
      "most": 3
    },
    "mass": {
      "per": 2.204622621848775,
      "symbol": "lb",
      "most": 0
    },
    "rate": {
      "per": 0.005710147154732644,
      "symbol": "lb/in",
      "most": 0
    },
    "pure": {
      "per": 1.0,
      "symbol": "",
      "most": 2
    },
    "shift": {
      "per": 39.37007874015748,
      "symbol": "in",
      "most": 2
    },
    "angle": {
      "per": 57.29577951308232,
      "symbol": "°",
      "most": 2
    },
    "frequency": {
      "per": 1.0,
      "symbol": "Hz",
      "most": 2
    },
    "inertia": {
      "per": 1.0,
      "symbol": "kg·m²",
      "most": 0
    },
    "roll_damping": {
      "per": 0.001,
      "symbol": "kN·m·s",
      "most": 1
    },
    "speed": {
      "per": 2.2369362920544025,
      "symbol": "mph",
      "most": 0
    },
    "force": {
      "per": 0.22480894309971045,
      "symbol": "lbf",
      "most": 0
    },
    "area": {
      "per": 10.763910416709724,
      "symbol": "ft²",
      "most": 0
    },
    "torque": {
      "per": 0.7375621492772653,
      "symbol": "lbf·ft",
      "most": 0
    },
    "pressure": {
      "per": 0.00014503773773020916,
      "symbol": "psi",
      "most": 0
    },
    "distance": {
      "per": 0.0006213711922373339,
      "symbol": "mi",
      "most": 0
    }
  }
} as const;

export const UNITS = {
  "metric": "mm, kg, N·m",
  "inch": "in, lb, lbf·ft"
} as const;

export const GRAVITY_M_S2 = 9.80665 as const;

export const GLOSSARY = {
  "lean": {
    "means": "body roll angle",
    "symbol": "φ",
    "unit": "°"
  },
  "lean at rest": {
    "means": "static roll",
    "symbol": "φ₀",
    "unit": "°"
  },
  "roll gradient": {
    "means": "roll gradient",
    "symbol": "dφ/da",
    "unit": "° per g"
  },
  "front–rear balance": {
    "means": "front share of lateral load transfer",
    "symbol": "λ",
    "unit": "%"
  },
  "bar rate": {
    "means": "rate at the bar's end, one end up, one down",
    "symbol": "k_b",
    "unit": "N/mm"
  },
  "motion ratio": {
    "means": "link travel for axle travel",
    "symbol": "g",
    "unit": "–"
  },
  "play": {
    "means": "whole free travel felt at one end",
    "symbol": "p",
    "unit": "mm"
  },
  "bushing": {
    "means": "bushing",
    "symbol": "–",
    "unit": "–"
  },
  "bushing span": {
    "means": "distance between frame bushings",
    "symbol": "–",
    "unit": "mm"
  },
  "link spacing": {
    "means": "distance between the links across",
    "symbol": "s",
    "unit": "mm"
  },
  "spring base": {
    "means": "lateral distance between springs",
    "symbol": "b",
    "unit": "mm"
  },
  "track": {
    "means": "track",
    "symbol": "t",
    "unit": "mm"
  },
  "dual": {
    "means": "spacing of dual tyres",
    "symbol": "–",
    "unit": "mm"
  },
  "wheelbase": {
    "means": "wheelbase",
    "symbol": "l",
    "unit": "mm"
  },
  "spring rate": {
    "means": "rate of one side",
    "symbol": "k_s",
    "unit": "N/mm"
  },
  "leaf twist": {
    "means": "torsion and wind-up of leaves in roll",
    "symbol": "–",
    "unit": "×"
  },
  "tyre rate": {
    "means": "vertical rate of one tyre",
    "symbol": "k_t",
    "unit": "N/mm"
  },
  "roll centre": {
    "means": "height of the roll centre",
    "symbol": "h_rc",
    "unit": "mm"
  },
  "centre of gravity": {
    "means": "height of the centre of gravity",
    "symbol": "h",
    "unit": "mm"
  },
  "unsprung mass": {
    "means": "mass that the springs do not carry",
    "symbol": "m_u",
    "unit": "kg"
  },
  "axle load": {
    "means": "load on both wheels of an axle",
    "symbol": "W",
    "unit": "kg"
  },
  "rating": {
    "means": "gross axle or vehicle weight rating",
    "symbol": "–",
    "unit": "kg"
  },
  "shock": {
    "means": "damper",
    "symbol": "c",
    "unit": "–"
  },
  "bump": {
    "means": "travel to the bump stop",
    "symbol": "–",
    "unit": "mm"
  },
  "droop": {
    "means": "travel to full droop",
    "symbol": "–",
    "unit": "mm"
  },
  "wheel lifts": {
    "means": "lateral acceleration of first wheel lift",
    "symbol": "a_lift",
    "unit": "g"
  },
  "tips": {
    "means": "quasi-static rollover threshold",
    "symbol": "a_tip",
    "unit": "g"
  },
  "wind": {
    "means": "lean in the reference side wind",
    "symbol": "–",
    "unit": "°"
  },
  "swings past centre": {
    "means": "zero crossings of free roll",
    "symbol": "–",
    "unit": "–"
  },
  "half-swing": {
    "means": "half period of free roll",
    "symbol": "–",
    "unit": "–"
  },
  "head toss": {
    "means": "roll acceleration at head height",
    "symbol": "φ̈·h",
    "unit": "–"
  },
  "run": {
    "means": "one drive of a manoeuvre",
    "symbol": "–",
    "unit": "–"
  },
  "side pull": {
    "means": "lateral acceleration",
    "symbol": "a_y",
    "unit": "g"
  },
  "as measured": {
    "means": "estimate with its interval",
    "symbol": "–",
    "unit": "°/g"
  },
  "posted limit": {
    "means": "speed limit at the place",
    "symbol": "–",
    "unit": "km/h"
  },
  "steel": {
    "means": "grade and condition",
    "symbol": "–",
    "unit": "–"
  },
  "bore": {
    "means": "inside diameter",
    "symbol": "d",
    "unit": "mm"
  },
  "arm": {
    "means": "length of the bar's arm",
    "symbol": "r",
    "unit": "mm"
  },
  "hole": {
    "means": "link hole at the bar's end",
    "symbol": "–",
    "unit": "–"
  },
  "set": {
    "means": "what is done at front and rear",
    "symbol": "–",
    "unit": "–"
  },
  "clearance": {
    "means": "least gap over the travel",
    "symbol": "–",
    "unit": "mm"
  },
  "look-over": {
    "means": "inspection",
    "symbol": "–",
    "unit": "–"
  },
  "our way": {
    "means": "shop's choice between methods",
    "symbol": "–",
    "unit": "–"
  },
  "torque": {
    "means": "tightening torque",
    "symbol": "T",
    "unit": "N·m"
  },
  "clamping force": {
    "means": "preload",
    "symbol": "F",
    "unit": "kN"
  },
  "calibrate": {
    "means": "factor on all springs from the roll test",
    "symbol": "–",
    "unit": "×"
  }
} as const;

export const NEWTON_METRES_A_FOOT_POUND = 1.3558179483314006 as const;

export const RIG_CLASSES = {
  "motorhome": {
    "label": "Motorhome, stripped chassis",
    "rests_on": "Stripped chassis with a tall body, leaves all round and bars of 32 mm: 8 to 12 °/g as owners and testers find them; bounce at 1.7 to 1.9 Hz loaded."
  },
  "coach": {
    "label": "Coach on a cutaway van",
    "rests_on": "Body on a cutaway van: coils in front, leaves and duals behind, 8 to 11 °/g."
  },
  "pickup": {
    "label": "Heavy pickup",
    "rests_on": "Heavy pickup without its load, leaves behind: 4 to 7 °/g."
  },
  "camper_pickup": {
    "label": "Pickup with slide-in",
    "rests_on": "The same with a low slide-in and the stiffer springs that are ordered for it: 5 to 7 °/g, more with a tall one."
  },
  "wagon": {
    "label": "Utility wagon",
    "rests_on": "Utility wagon with bars at both ends: 4 to 6 °/g."
  },
  "van": {
    "label": "Van or car",
    "rests_on": "Small van or car with bars at both ends: 3 to 6 °/g."
  }
} as const;
