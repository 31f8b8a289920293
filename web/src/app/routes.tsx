import {
  createRootRoute,
  createRoute,
  createRouter,
  lazyRouteComponent,
  redirect,
} from "@tanstack/react-router";
import * as z from "zod/mini";
import { cache } from "../api/cache";
import { Yard } from "../stations/yard/yard";
import { racksSearch } from "../racks/search";
import { Broken } from "./broken";
import { JobLayout } from "./jobLayout";
import { STATIONS } from "../job/stations";
import { DEEDS } from "../record/deeds";
import { YARD_ONLY, YARD_SORTS } from "../stations/yard/sorts";
import {
  ALL_FIT_SHEETS,
  BUILD_SHEETS,
  CHOOSE_SHEETS,
  DRIVE_SHEETS,
  HAND_OVER_SHEETS,
  WEIGH_SHEETS,
} from "../job/sheets";
import { Shell } from "./shell";

const root = createRootRoute({ component: Shell, notFoundComponent: NotFound });

// What does not belong in an address is left out, never an error.
const text = z.catch(z.optional(z.string()), undefined);
const oneOf = <const T extends readonly string[]>(names: T) =>
  z.catch(z.optional(z.enum(names)), undefined);
const axle = oneOf(["front", "rear"]);

const yard = createRoute({
  getParentRoute: () => root,
  path: "/",
  component: Yard,
  validateSearch: z.object({
    find: z.catch(z.optional(z.string().check(z.minLength(1))), undefined),
    page: z.catch(z.optional(z.int().check(z.minimum(2))), undefined),
    shelf: oneOf(["archived", "deleted"]),
    station: oneOf(STATIONS),
    sort: oneOf(YARD_SORTS),
    only: oneOf(YARD_ONLY),
    fitter: text,
  }),
});
const intake = createRoute({
  getParentRoute: () => root,
  path: "/new",
  component: lazyRouteComponent(() => import("../stations/intake/intake"), "Intake"),
});
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
  component: lazyRouteComponent(() => import("../stations/weigh/weigh"), "Weigh"),
  validateSearch: z.object({ place: text, sheet: oneOf(WEIGH_SHEETS) }),
});
const listen = createRoute({
  getParentRoute: () => job,
  path: "listen",
  component: lazyRouteComponent(() => import("../stations/listen/listen"), "Listen"),
  validateSearch: z.object({ place: text }),
});
const look = createRoute({
  getParentRoute: () => job,
  path: "look",
  component: lazyRouteComponent(() => import("../stations/look/look"), "Look"),
  validateSearch: z.object({ part: text }),
});
const choose = createRoute({
  getParentRoute: () => job,
  path: "choose",
  component: lazyRouteComponent(() => import("../stations/choose/choose"), "Choose"),
  validateSearch: z.object({ sheet: oneOf(CHOOSE_SHEETS), axle, part: text }),
});

const fit = createRoute({
  getParentRoute: () => job,
  path: "fit",
  component: lazyRouteComponent(() => import("../stations/fit/fit"), "Fit"),
  validateSearch: z.object({ sheet: oneOf(ALL_FIT_SHEETS), axle }),
});

const build = createRoute({
  getParentRoute: () => job,
  path: "build",
  component: lazyRouteComponent(() => import("../stations/build/build"), "Build"),
  validateSearch: z.object({ sheet: oneOf(BUILD_SHEETS), step: text }),
});

const drive = createRoute({
  getParentRoute: () => job,
  path: "drive",
  component: lazyRouteComponent(() => import("../stations/drive/drive"), "Drive"),
  validateSearch: z.object({
    sheet: oneOf(DRIVE_SHEETS),
    run: z.catch(z.optional(z.int()), undefined),
    over: z.catch(z.optional(z.int()), undefined),
  }),
});

const handOver = createRoute({
  getParentRoute: () => job,
  path: "hand-over",
  component: lazyRouteComponent(() => import("../stations/handOver/handOver"), "HandOver"),
  validateSearch: z.object({ sheet: oneOf(HAND_OVER_SHEETS) }),
});

const jobHistory = createRoute({
  getParentRoute: () => job,
  path: "history",
  component: lazyRouteComponent(() => import("../record/historyPage"), "HistoryPage"),
  validateSearch: z.object({ deed: oneOf(DEEDS), person: text }),
});

// Rooms beside the yard come when they are asked for, so that the first page stays small.
const racks = createRoute({
  getParentRoute: () => root,
  path: "/racks",
  component: lazyRouteComponent(() => import("../racks/racks"), "Racks"),
  validateSearch: racksSearch,
});
const importTable = createRoute({
  getParentRoute: () => root,
  path: "/racks/import",
  component: lazyRouteComponent(() => import("../racks/importTable"), "ImportTable"),
});
const board = createRoute({
  getParentRoute: () => root,
  path: "/board",
  component: lazyRouteComponent(() => import("../board/board"), "Board"),
  validateSearch: z.object({ job: z.catch(z.optional(z.int()), undefined) }),
});
const bay = createRoute({
  getParentRoute: () => root,
  path: "/bay/$jobId",
  component: lazyRouteComponent(() => import("../bay/bay"), "Bay"),
  validateSearch: z.object({ step: z.catch(z.optional(z.string()), undefined) }),
});
const logger = createRoute({
  getParentRoute: () => root,
  path: "/logger/$jobId",
  component: lazyRouteComponent(() => import("../bay/phoneLogger"), "PhoneLogger"),
  validateSearch: z.object({
    when: oneOf(["before", "after"]),
    manoeuvre: oneOf(["gentle slalom", "known bend", "climb and winding road"]),
  }),
});
const shop = createRoute({
  getParentRoute: () => root,
  path: "/shop",
  component: lazyRouteComponent(() => import("./shop"), "Shop"),
});

const record = createRoute({
  getParentRoute: () => root,
  path: "/record",
  component: lazyRouteComponent(() => import("../record/recordPage"), "RecordPage"),
});

const people = createRoute({
  getParentRoute: () => root,
  path: "/people",
  component: lazyRouteComponent(() => import("../people/peoplePage"), "PeoplePage"),
});
// Whoever comes by a code is not signed in yet; whoever is has come.
const join = createRoute({
  getParentRoute: () => root,
  path: "/join",
  beforeLoad: () => {
    if (cache.getQueryData(["session"])) throw redirect({ to: "/" });
  },
});

const bench = createRoute({
  getParentRoute: () => root,
  path: "/bench/$calculator",
  component: lazyRouteComponent(() => import("../bench/bench"), "Bench"),
  // A bare number in the address arrives as one; everything here is text.
  validateSearch: z.catch(
    z.record(z.string(), z.union([z.string(), z.pipe(z.number(), z.transform(String))])),
    {},
  ),
});

export const router = createRouter({
  routeTree: root.addChildren([
    yard,
    intake,
    racks,
    importTable,
    bench,
    shop,
    people,
    record,
    join,
    board,
    bay,
    logger,
    job.addChildren([
      jobStart,
      listen,
      weigh,
      look,
      choose,
      fit,
      build,
      drive,
      handOver,
      jobHistory,
    ]),
  ]),
  defaultPreload: false,
  defaultErrorComponent: Broken,
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
