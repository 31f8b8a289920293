import type { Station } from "../api/types";

/** Stops along the line, in order; those built so far have an address. */
export const STATIONS: {
  key: Station;
  name: string;
  to?: "/jobs/$jobId/weigh" | "/jobs/$jobId/choose";
}[] = [
  { key: "listen", name: "Listen" },
  { key: "weigh", name: "Weigh", to: "/jobs/$jobId/weigh" },
  { key: "look", name: "Look" },
  { key: "choose", name: "Choose", to: "/jobs/$jobId/choose" },
  { key: "fit", name: "Fit" },
  { key: "build", name: "Build" },
  { key: "drive", name: "Drive" },
  { key: "hand_over", name: "Hand over" },
];

export const LOAD_NAMES = {
  empty: "Empty",
  trip_ready: "Trip-ready",
  maximum: "Maximum",
  towing: "Towing",
} as const;
