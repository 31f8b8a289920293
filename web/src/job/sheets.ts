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

/** What sheets are called, by the station they are of. */
export const SHEET_NAMES: {
  weigh: Record<WeighSheet, string>;
  choose: Record<ChooseSheet, string>;
  fit: Record<FitSheet, string>;
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
};
