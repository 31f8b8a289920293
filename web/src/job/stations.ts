import { STATION_NAMES } from "../api/generated/core";
import type { Station } from "../api/types";

/** Stations along the line, in order. */
export const STATIONS = Object.keys(STATION_NAMES) as Station[];

/** Where the stations that are built so far have their page. */
export const PAGE_OF = {
  listen: "/jobs/$jobId/listen",
  weigh: "/jobs/$jobId/weigh",
  look: "/jobs/$jobId/look",
  choose: "/jobs/$jobId/choose",
  fit: "/jobs/$jobId/fit",
  build: "/jobs/$jobId/build",
  drive: "/jobs/$jobId/drive",
} as const satisfies Partial<Record<Station, string>>;

type Page = (typeof PAGE_OF)[keyof typeof PAGE_OF];

/** Page of a station; undefined where it is not built yet. */
export function pageOf(station: Station): Page | undefined {
  return (PAGE_OF as Partial<Record<Station, Page>>)[station];
}

/** Page of a station; that of the nearest built one before it where it is not built yet. */
export function addressOf(station: Station): Page {
  const before = STATIONS.slice(0, STATIONS.indexOf(station) + 1);
  return before.map(pageOf).findLast((page) => page !== undefined) ?? PAGE_OF.listen;
}
