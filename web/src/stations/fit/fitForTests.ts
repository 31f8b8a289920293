import type { AxleFit, AxleFitReport, Measured, SideTape } from "../../api/types";

/** A made-up fit-up with a tape of three steps, for tests of geometry. */
const m = (value: number): Measured => ({
  value,
  known: "measured",
  tolerance: 0,
  typed: "",
  simulated: false,
});

const tape: SideTape = {
  arm_rad: [0.3, 0, -0.3],
  link_rad: [0, 0, 0],
  between_rad: [1.3, 1.57, 1.8],
  motion_ratio: [1.05, 1, 1.05],
  axis_up_m: [0.32, 0.4, 0.48],
  tip_forward_m: [0.26, 0.26, 0.26],
  tip_up_m: [0.4, 0.4, 0.4],
  hole_up_m: [0.64, 0.64, 0.64],
  ride_ratio: 1,
  ride_arm_rad: 0,
  ride_link_rad: 0,
  ride_between_rad: 1.57,
  ratio_change: 0.05,
  off: 0,
  problem: "",
  over_centre_m: null,
  swing_rad: 0.3,
  swing_past_m: null,
  reach_droop_m: 0.2,
  reach_bump_m: null,
};
const gone = (values: (number | null)[]) => values.map((one, i) => (i === 2 ? null : one));
const broken: SideTape = {
  ...tape,
  arm_rad: gone(tape.arm_rad),
  tip_forward_m: gone(tape.tip_forward_m),
  tip_up_m: gone(tape.tip_up_m),
};

export const fitForTests = {
  layout: "leaf",
  mount: "on_axle",
  heading: "forward",
  link_goes: "up",
  rail: {
    edge_m: m(0.7),
    depth_m: m(0.15),
    wall_m: m(0.006),
    width_m: m(0.06),
    outside_m: m(0.86),
  },
  link_holes: [
    { forward_m: m(0.26), height_m: m(0.64) },
    { forward_m: m(0.26), height_m: m(0.67) },
  ],
  bar_places: [{ forward_m: m(0), height_m: m(0.4) }],
  left: { link_m: m(0.24), link_hole: 0, bar_place: 0, bar_hole: 0 },
  right: { link_m: m(0.24), link_hole: 0, bar_place: 0, bar_hole: 0 },
} as unknown as AxleFit;

export const reportForTests = {
  arms_m: [0.26],
  travel_m: [-0.08, 0, 0.08],
  left: tape,
  right: broken,
  obstacles: [{ name: "Shock", moves: "between" }],
} as unknown as AxleFitReport;
