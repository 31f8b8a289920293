import {
  createRootRoute,
  createRoute,
  createRouter,
  lazyRouteComponent,
  redirect,
} from "@tanstack/react-router";
import { Intake } from "../stations/intake/intake";
import { Listen } from "../stations/listen/listen";
import { Look } from "../stations/look/look";
import { Weigh } from "../stations/weigh/weigh";
import { Yard } from "../stations/yard/yard";
import type { AxleName } from "../api/types";
import { readSearch } from "../racks/search";
import { JobLayout } from "./jobLayout";
import { CHOOSE_SHEETS, FIT_SHEETS, WEIGH_SHEETS } from "./placeAddress";
import type { ChooseSheet, FitSheet, WeighSheet } from "./placeAddress";
import { Shell } from "./shell";

const root = createRootRoute({ component: Shell, notFoundComponent: NotFound });

const asText = (value: unknown) => (typeof value === "string" ? value : undefined);

const yard = createRoute({
  getParentRoute: () => root,
  path: "/",
  component: Yard,
  validateSearch: (search: Record<string, unknown>): { find?: string; page?: number } => ({
    find: typeof search.find === "string" && search.find !== "" ? search.find : undefined,
    page: typeof search.page === "number" && search.page > 1 ? search.page : undefined,
  }),
});
const intake = createRoute({ getParentRoute: () => root, path: "/new", component: Intake });
const job = createRoute({ getParentRoute: () => root, path: "/jobs/$jobId", component: JobLayout });
const jobStart = createRoute({
  getParentRoute: () => job,
  path: "/",
  beforeLoad: ({ params }) => {
    throw redirect({ to: "/jobs/$jobId/listen", params: params as { jobId: string } });
  },
});
const weigh = createRoute({
  getParentRoute: () => job,
  path: "weigh",
  component: Weigh,
  validateSearch: (search: Record<string, unknown>): { place?: string; sheet?: WeighSheet } => ({
    place: asText(search.place),
    sheet: WEIGH_SHEETS.find((sheet) => sheet === search.sheet),
  }),
});
const listen = createRoute({
  getParentRoute: () => job,
  path: "listen",
  component: Listen,
  validateSearch: (search: Record<string, unknown>): { place?: string } => ({
    place: asText(search.place),
  }),
});
const look = createRoute({
  getParentRoute: () => job,
  path: "look",
  component: Look,
  validateSearch: (search: Record<string, unknown>): { part?: string } => ({
    part: asText(search.part),
  }),
});
const choose = createRoute({
  getParentRoute: () => job,
  path: "choose",
  component: lazyRouteComponent(() => import("../stations/choose/choose"), "Choose"),
  validateSearch: (
    search: Record<string, unknown>,
  ): { axle?: AxleName; part?: string; sheet?: ChooseSheet } => ({
    sheet: CHOOSE_SHEETS.find((sheet) => sheet === search.sheet),
    axle: search.axle === "front" || search.axle === "rear" ? search.axle : undefined,
    part: asText(search.part),
  }),
});

const fit = createRoute({
  getParentRoute: () => job,
  path: "fit",
  component: lazyRouteComponent(() => import("../stations/fit/fit"), "Fit"),
  validateSearch: (search: Record<string, unknown>): { axle?: AxleName; sheet?: FitSheet } => ({
    sheet: FIT_SHEETS.find((sheet) => sheet === search.sheet),
    axle: search.axle === "front" || search.axle === "rear" ? search.axle : undefined,
  }),
});

// Rooms beside the yard come when they are asked for, so that the first page stays small.
const racks = createRoute({
  getParentRoute: () => root,
  path: "/racks",
  component: lazyRouteComponent(() => import("../racks/racks"), "Racks"),
  validateSearch: readSearch,
});
const importTable = createRoute({
  getParentRoute: () => root,
  path: "/racks/import",
  component: lazyRouteComponent(() => import("../racks/importTable"), "ImportTable"),
});
const bench = createRoute({
  getParentRoute: () => root,
  path: "/bench/$calculator",
  component: lazyRouteComponent(() => import("../bench/bench"), "Bench"),
  // A bare number in the address arrives as one; everything here is text.
  validateSearch: (search: Record<string, unknown>): Record<string, string> =>
    Object.fromEntries(
      Object.entries(search)
        .filter(([, value]) => typeof value === "string" || typeof value === "number")
        .map(([key, value]) => [key, String(value)]),
    ),
});

export const router = createRouter({
  routeTree: root.addChildren([
    yard,
    intake,
    racks,
    importTable,
    bench,
    job.addChildren([jobStart, listen, weigh, look, choose, fit]),
  ]),
  defaultPreload: false,
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}

function NotFound() {
  return (
    <main className="p-8">
      <h1 className="text-xl font-semibold">There is nothing at this address</h1>
      <a className="underline" href="/">
        Back to the yard
      </a>
    </main>
  );
}
