import { createRootRoute, createRoute, createRouter, redirect } from "@tanstack/react-router";
import { Choose } from "../stations/choose/choose";
import { Intake } from "../stations/intake/intake";
import { Weigh } from "../stations/weigh/weigh";
import { Yard } from "../stations/yard/yard";
import type { AxleName } from "../api/types";
import { JobLayout } from "./jobLayout";
import { Shell } from "./shell";

const root = createRootRoute({ component: Shell, notFoundComponent: NotFound });

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
    throw redirect({ to: "/jobs/$jobId/weigh", params: params as { jobId: string } });
  },
});
const weigh = createRoute({
  getParentRoute: () => job,
  path: "weigh",
  component: Weigh,
  validateSearch: (search: Record<string, unknown>): { place?: string } => ({
    place: typeof search.place === "string" ? search.place : undefined,
  }),
});
const choose = createRoute({
  getParentRoute: () => job,
  path: "choose",
  component: Choose,
  validateSearch: (search: Record<string, unknown>): { axle?: AxleName; part?: string } => ({
    axle: search.axle === "front" || search.axle === "rear" ? search.axle : undefined,
    part: typeof search.part === "string" ? search.part : undefined,
  }),
});

export const router = createRouter({
  routeTree: root.addChildren([yard, intake, job.addChildren([jobStart, weigh, choose])]),
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
