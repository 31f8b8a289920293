import { STATION_NAMES } from "../api/generated/core";
import type { Station } from "../api/types";

/** Stations along the line, in order. */
export const STATIONS = Object.keys(STATION_NAMES) as Station[];

/** Where each station has its page. */
export const PAGE_OF = {
  listen: "/jobs/$jobId/listen",
  weigh: "/jobs/$jobId/weigh",
  look: "/jobs/$jobId/look",
  choose: "/jobs/$jobId/choose",
  fit: "/jobs/$jobId/fit",
  build: "/jobs/$jobId/build",
  drive: "/jobs/$jobId/drive",
  hand_over: "/jobs/$jobId/hand-over",
} as const satisfies Record<Station, string>;

/** Page of a station. */
export const pageOf = (station: Station) => PAGE_OF[station];
