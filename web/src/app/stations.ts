import type { JobKind, Station } from "../api/types";

/** Stops along the line, in order; those built so far have an address. */
export const STATIONS: {
  key: Station;
  name: string;
  to?:
    | "/jobs/$jobId/listen"
    | "/jobs/$jobId/weigh"
    | "/jobs/$jobId/look"
    | "/jobs/$jobId/choose"
    | "/jobs/$jobId/fit";
}[] = [
  { key: "listen", name: "Listen", to: "/jobs/$jobId/listen" },
  { key: "weigh", name: "Weigh", to: "/jobs/$jobId/weigh" },
  { key: "look", name: "Look", to: "/jobs/$jobId/look" },
  { key: "choose", name: "Choose", to: "/jobs/$jobId/choose" },
  { key: "fit", name: "Fit", to: "/jobs/$jobId/fit" },
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

/** Kinds of job as the shop says them. */
export const KIND_NAMES: Record<JobKind, string> = {
  upgrade: "Upgrade",
  renew_links: "Renew links",
  renew_bushings: "Renew bushings",
  broken_bar: "Replace a broken bar",
  link_length: "Correct a link length",
  recheck: "Re-check",
};

/** Address of a station; the nearest built one before it where it is not built yet. */
export function addressOf(station: Station) {
  const at = STATIONS.findIndex(({ key }) => key === station);
  const built = STATIONS.slice(0, at + 1).findLast(({ to }) => to !== undefined);
  return built?.to ?? "/jobs/$jobId/listen";
}
