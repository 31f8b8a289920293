import { GRADES, LUBRICATIONS } from "../api/generated/core";
import { withUnit } from "../api/units";
import type { Dimension } from "../api/units";
import { BARS_SEEN, RIG_CLASSES } from "../api/generated/core";

/** One thing to type, with what stands there until somebody does. */
export type BenchField = {
  key: string;
  label: string;
  start: string;
  options?: readonly string[];
  /** What a number there is of; its unit stands beside it, and a bare number means it. */
  of?: Dimension;
};

export type Calculator = {
  key:
    | "two"
    | "bar"
    | "bore"
    | "claim"
    | "link"
    | "level"
    | "torque"
    | "drill"
    | "snapped"
    | "pictures";
  name: string;
  /** What it answers, in a sentence. */
  says: string;
  fields: BenchField[];
};

const BAR: BenchField[] = [
  { key: "diameter", label: "Outside diameter", start: "1 3/8 in", of: "small_length" },
  { key: "bore", label: "Bore, 0 for solid", start: "0 mm", of: "small_length" },
  { key: "arm", label: "Arm, bend to hole", start: "260 mm", of: "length" },
  { key: "centre", label: "Centre part, bend to bend", start: "1020 mm", of: "length" },
  { key: "span", label: "Bushing span", start: "780 mm", of: "length" },
  { key: "bushing", label: "One bushing, empty if rigid", start: "", of: "rate" },
  { key: "link", label: "One link, empty if rigid", start: "", of: "rate" },
];

/** The bench's calculators; a new one is a row here and an answer beside it. */
export const CALCULATORS: Calculator[] = [
  {
    key: "two",
    name: "Two weights and a caliper",
    says: "How far it leans, how sure that is, and the sets worth a look; everything else from its kind.",
    fields: [
      { key: "kind", label: "Kind", start: "motorhome", options: Object.keys(RIG_CLASSES) },
      { key: "front", label: "Front axle load", start: "3000 kg", of: "mass" },
      { key: "rear", label: "Rear axle load", start: "6400 kg", of: "mass" },
      { key: "front_bar", label: "Front bar", start: "not looked", options: [...BARS_SEEN] },
      { key: "front_diameter", label: "Caliper on it", start: "", of: "small_length" },
      { key: "rear_bar", label: "Rear bar", start: "solid", options: [...BARS_SEEN] },
      { key: "rear_diameter", label: "Caliper on it", start: "32 mm", of: "small_length" },
    ],
  },
  {
    key: "bar",
    name: "Bar rate",
    says: "Force at each arm tip for each millimetre it moves.",
    fields: BAR,
  },
  {
    key: "bore",
    name: "Bore from weight",
    says: "How hollow a bar is, weighed bare and measured along its bends.",
    fields: [
      { key: "diameter", label: "Outside diameter", start: "34.9 mm", of: "small_length" },
      { key: "length", label: "Length along the bends", start: "1620 mm", of: "length" },
      { key: "mass", label: "Weight, without links", start: "8.9 kg", of: "mass" },
    ],
  },
  {
    key: "claim",
    name: "Claim check",
    says: "What “so many per cent stiffer” is worth, and which reading would make it true.",
    fields: [
      { key: "claim", label: "Claimed, per cent stiffer", start: "90" },
      { key: "old_diameter", label: "Diameter there now", start: "28.6 mm", of: "small_length" },
      { key: "old_bore", label: "Bore there now", start: "0 mm", of: "small_length" },
      ...BAR,
    ],
  },
  {
    key: "link",
    name: "Link length",
    says: "Where the arm comes to rest with a link, and the link that sets it level.",
    fields: [
      { key: "arm", label: "Arm, bar’s axis to hole", start: "260 mm", of: "length" },
      { key: "forward", label: "Upper hole, along from the bar", start: "255 mm", of: "shift" },
      { key: "up", label: "Upper hole, up from the bar", start: "240 mm", of: "shift" },
      { key: "link", label: "Link, eye to eye", start: "240 mm", of: "length" },
    ],
  },
  {
    key: "level",
    name: "Which hole is level",
    says: "Which hole of the link’s bracket sets the bar’s arm level, with the wheels on the ground.",
    fields: [
      { key: "bar", label: "Middle of the bar above ground", start: "400 mm", of: "length" },
      { key: "link", label: "Link, eye to eye", start: "240 mm", of: "length" },
      { key: "hole", label: "First hole above ground", start: "600 mm", of: "length" },
      { key: "step", label: "From hole to hole, up +", start: "25 mm", of: "shift" },
      { key: "arm", label: "Arm, bar’s axis to hole", start: "260 mm", of: "length" },
    ],
  },
  {
    key: "torque",
    name: "Torque",
    says: "What a size and grade may be tightened to, and whether a sheet’s torque is plausible.",
    fields: [
      { key: "size", label: "Size", start: "M12x1.75" },
      {
        key: "grade",
        label: "Grade",
        start: "8.8",
        options: GRADES,
      },
      {
        key: "lubrication",
        label: "On the thread",
        start: "dry",
        options: LUBRICATIONS,
      },
      { key: "sheet", label: "The sheet says", start: "", of: "torque" },
    ],
  },
  {
    key: "drill",
    name: "Drill sizes",
    says: "Holes for tapping, for a wire insert and for clearance, and the drills in order.",
    fields: [{ key: "size", label: "Size", start: "M12x1.75" }],
  },
  {
    key: "snapped",
    name: "Snapped bolt",
    says: "The ladder of repair for a bolt that snapped in the frame, and where it ends.",
    fields: [
      { key: "size", label: "Size", start: "M12x1.75" },
      { key: "wall", label: "Wall that holds the thread", start: "12 mm", of: "small_length" },
      { key: "edge", label: "Middle to the nearest edge", start: "35 mm", of: "small_length" },
      { key: "behind", label: "Behind it", start: "reachable", options: ["reachable", "closed"] },
      { key: "load", label: "Bushing pulls to and fro", start: "2 kN", of: "force" },
    ],
  },
  {
    key: "pictures",
    name: "Lean from two pictures",
    says: "Click a body line and the horizon in both; the camera’s own tilt drops out.",
    fields: [],
  },
];

/** What stands in every field: as the address says, else where it starts. */
export function fieldsOf(calculator: Calculator, search: Record<string, string>) {
  return Object.fromEntries(calculator.fields.map(({ key, start }) => [key, search[key] ?? start]));
}

/** The same as it is asked: a bare number with the unit that stands beside its field. */
export function askedOf(calculator: Calculator, fields: Record<string, string>) {
  return Object.fromEntries(
    calculator.fields.map(({ key, of }) => {
      const typed = fields[key] ?? "";
      return [key, of ? withUnit(typed, of) : typed];
    }),
  );
}
