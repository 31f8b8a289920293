import { FIT_SHEETS } from "../api/generated/core";
import type { JobKind } from "../api/types";

/** Sheets that Weigh is laid out on, in measuring order. */
export const WEIGH_SHEETS = ["drawings", "loads", "height", "bars", "roll", "certainty"] as const;
export type WeighSheet = (typeof WEIGH_SHEETS)[number];

/** Sheets that Choose is laid out on, from what is aimed at to what is decided. */
export const CHOOSE_SHEETS = [
  "target",
  "ranking",
  "lean",
  "motion",
  "ground",
  "steel",
  "decide",
] as const;
export type ChooseSheet = (typeof CHOOSE_SHEETS)[number];

/** Sheets that Fit is laid out on, from where things are to what came. */
export const ALL_FIT_SHEETS = FIT_SHEETS.upgrade;
export type FitSheet = (typeof ALL_FIT_SHEETS)[number];

/** Those a job asks for: a short one only what it renews. */
export const fitSheetsOf = (kind: JobKind): readonly FitSheet[] => FIT_SHEETS[kind];

/** Sheets that Build is laid out on at the desk, from the order of work to its cost. */
export const BUILD_SHEETS = ["plan", "order", "quote"] as const;
export type BuildSheet = (typeof BUILD_SHEETS)[number];

/** Sheets that Drive is laid out on, from what was driven to what it says. */
export const DRIVE_SHEETS = ["runs", "result", "trace", "films"] as const;
export type DriveSheet = (typeof DRIVE_SHEETS)[number];

/** Sheets that Hand over is laid out on, from what must be true to what comes after. */
export const HAND_OVER_SHEETS = ["back", "report", "visits", "noises"] as const;
export type HandOverSheet = (typeof HAND_OVER_SHEETS)[number];

/** What sheets are called, by the station they are of. */
export const SHEET_NAMES: {
  weigh: Record<WeighSheet, string>;
  choose: Record<ChooseSheet, string>;
  fit: Record<FitSheet, string>;
  build: Record<BuildSheet, string>;
  drive: Record<DriveSheet, string>;
  hand_over: Record<HandOverSheet, string>;
} = {
  weigh: {
    drawings: "Drawings",
    loads: "Pads and loads",
    height: "Centre of gravity",
    bars: "Bars there now",
    roll: "Roll test",
    certainty: "Certainty",
  },
  choose: {
    target: "Target",
    ranking: "Ranking",
    lean: "Lean",
    motion: "In motion",
    ground: "Wind and ground",
    steel: "Steel and claims",
    decide: "Plan and choice",
  },
  fit: {
    side: "Side view",
    holes: "Holes",
    links: "Links",
    across: "Rear view and plan",
    clash: "Obstacles",
    drill: "Drilling",
    bolts: "Fasteners",
    arrival: "Kit and arrival",
    turn: "Turntable",
  },
  build: {
    plan: "Plan",
    order: "Order",
    quote: "Quote",
  },
  drive: {
    runs: "Runs",
    result: "Did it hold?",
    trace: "Trace",
    films: "Films",
  },
  hand_over: {
    back: "Giving it back",
    report: "Owner's report",
    visits: "Coming back",
    noises: "Noises and troubles",
  },
};

/** What each sheet is for, what is entered on it, and what comes of it. */
export const SHEET_SAYS: {
  listen: readonly string[];
  look: readonly string[];
  weigh: Record<WeighSheet, readonly string[]>;
  choose: Record<ChooseSheet, readonly string[]>;
  fit: Record<FitSheet, readonly string[]>;
  build: Record<BuildSheet, readonly string[]>;
  drive: Record<DriveSheet, readonly string[]>;
  hand_over: Record<HandOverSheet, readonly string[]>;
} = {
  listen: [
    "What the owner feels, sorted into what a bar changes and what it does not.",
    "Write their words down, and press on the journey where and how strongly it is felt.",
    "Out comes whether a bar will cure it, so that nobody sells one for a tyre.",
  ],
  look: [
    "The undercarriage part by part, before anything is ordered.",
    "Rate each part, name what is wrong, and say how its bolts are held.",
    "Out come findings, parts to order and chores for the plan.",
  ],
  weigh: {
    drawings: [
      "The vehicle as it stands, entered where it is measured.",
      "Press a number, type it with its unit, and Tab goes on in measuring order.",
      "The lean at the top follows every number; hollow ones are still the class's.",
    ],
    loads: [
      "What each wheel carries, in each load state.",
      "Read pads, type a scale's figures, or take in a weigh ticket.",
      "Out come axle loads against their ratings; over a rating is a stop.",
    ],
    height: [
      "How high the centre of gravity is: the number the lean rests on most.",
      "Weigh with one end raised, or stack known masses.",
      "Out comes its height with a band, offered to be taken over.",
    ],
    bars: [
      "The bars that are there now, as the caliper finds them.",
      "Three readings, the arm, the play; its weight if it is off.",
      "Out come diameter, bore and rate, and how far a quoted size is off.",
    ],
    roll: [
      "This very vehicle's own lean, in the yard, before anything is bought.",
      "Move a known mass sideways and read the lean; push it and count the swings.",
      "Out come correction and damping, and bands that are narrower for it.",
    ],
    certainty: [
      "What each number costs in certainty.",
      "Nothing is entered here.",
      "Out comes what to measure again first.",
    ],
  },
  choose: {
    target: [
      "What the job aims at, and what it must not break.",
      "Turn the dial, or take what is suggested for its kind.",
      "Out comes what each axle would have to carry for it.",
    ],
    ranking: [
      "Every set of front, rear and hole that the racks give, best first.",
      "Pick one to see what it fails, or put up to three side by side.",
      "Take one over and the drawings follow.",
    ],
    lean: [
      "Lean as a picture: over bend and wind, before and after.",
      "Drag the sliders, or press on the map.",
      "Out comes how far it leans there, as a number and on the drawing.",
    ],
    motion: [
      "The vehicle in motion: bends, bumps and gusts, before and after.",
      "Pick a run, a speed, and let it play.",
      "Out come swings past centre and head toss; a bar changes both.",
    ],
    ground: [
      "Side wind by its angle, and rough ground.",
      "Read the map; nothing is entered here.",
      "Out comes how far the road may twist before a wheel hangs.",
    ],
    steel: [
      "Whether the bar holds, and what a seller's claim is worth.",
      "Set the travel, type the claim.",
      "Out come stress, reserve and life. Steel does not change the rate.",
    ],
    decide: [
      "The order to buy in, and the choice on record.",
      "Leave steps for later; a lead records the choice with a reason.",
      "Out comes what was promised, to be held against what is measured after.",
    ],
  },
  fit: {
    side: [
      "Bar, brackets, link and obstacles from the side.",
      "Enter holes and places from the frame's lower edge.",
      "Out come the angles at ride height and through the travel.",
    ],
    holes: [
      "Every combination of holes, worked out and ranked.",
      "Enter the holes there are; take one with a press.",
      "Out comes the attitude by your way, and what each would hit.",
    ],
    links: [
      "The links: length, thread, stack and joint.",
      "Measure eye to eye with the vehicle trip-ready.",
      "Out comes the length to set, and how much thread holds.",
    ],
    across: [
      "From behind and from above: centred, plumb, saddles off the vent.",
      "Enter where each sits across the vehicle.",
      "Out comes what stands off, and which parts are handed.",
    ],
    clash: [
      "What it could hit, through all of the travel.",
      "Enter what is near, as circles, boxes or lines.",
      "Out come the least gap, where, and what would mend it.",
    ],
    drill: [
      "Holes to drill, from datum faces.",
      "Mark them, and look inside the rail.",
      "Out come pilot steps, edge distances and a template at full size.",
    ],
    bolts: [
      "The kit's fasteners against what they bear.",
      "Say which wrench and adapter is at hand.",
      "Out comes what each is tightened to, and what the wrench is set to.",
    ],
    arrival: [
      "What came, before the old bar comes off.",
      "Caliper it, count the hardware, hold it against the old one.",
      "Out comes whether it goes on, or goes back.",
    ],
    turn: [
      "The whole of it, turned with a finger.",
      "Drag to turn, slide the travel.",
      "Nothing is entered here.",
    ],
  },
  build: {
    plan: [
      "The order of work, derived from what was decided; nothing is typed twice.",
      "A lead adds, strikes, splits or moves a step, each with a reason that stays.",
      "Out come tools to lay out, hours, and as few changes of how the vehicle stands as can be.",
    ],
    order: [
      "All that the job consumes, by whom it comes from, with the reason of each line.",
      "Pick lines and say what came of them: ordered, here, wrong, replaced.",
      "Out come purchase orders, what leaves the shelf, and the day the job waits for.",
    ],
    quote: [
      "What the job takes and costs, as a band: bolts snap, steps take longer.",
      "Send the owner a link, hand them the tablet to sign, or write down what they said.",
      "Out come the band, the three things that widen it most, and what was agreed, as shown.",
    ],
  },
  drive: {
    runs: [
      "The same runs before and after, driven the same way: load, pressures, speed, a dry road.",
      "Take in a logger's file, or write down a run without one and what was felt.",
      "Out comes which of them may be held beside each other, and why not.",
    ],
    result: [
      "What the work did, with how sure it is, beside what was predicted.",
      "Nothing is entered here; a correction of the springs is yours to take or leave.",
      "Out come the verdict, what would explain it, and what to do next.",
    ],
    trace: [
      "One run over time, with the model that was fitted to it.",
      "Drag to move along, pinch or turn the wheel to come nearer.",
      "Out comes what was left out of it, and why.",
    ],
    films: [
      "Two films of this device, before and after, started together.",
      "Mark the same instant in both, slow them, freeze, and lay lines on body and horizon.",
      "Out comes the lean in each with how sure it is; the films are sent nowhere.",
    ],
  },
  hand_over: {
    back: [
      "What has to be true before the owner drives again.",
      "Say where work given out stands, look at repaired threads, read the odometer.",
      "Out come the gate, and with the hand-over the dates of the re-checks.",
    ],
    report: [
      "What the owner takes along: two pages, and the same behind a link.",
      "Nothing is entered here; a lead sends it and may withdraw it.",
      "Out comes a page for a phone, a PDF, and the owner's word months later.",
    ],
    visits: [
      "When it comes back: by distance or by date, whichever is first.",
      "Read the odometer and open the re-check with the old torque log beside it.",
      "Out come readings then and now; one that fell opens its joint again.",
    ],
    noises: [
      "What the owner notices afterwards, and where it comes from.",
      "Answer three questions; say later what it turned out to be.",
      "Out come the likely part, a check for the bay, and a count that learns.",
    ],
  },
};
