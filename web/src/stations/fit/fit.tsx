import { Alert } from "../../ui/alert";
import { Link, useSearch } from "@tanstack/react-router";
import { lazy, Suspense, useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useFit } from "../../api/fit";
import { measuredAt } from "../../api/place";
import type { AxleName, Layout, Side } from "../../api/types";
import { useAskedAxle } from "../../job/askedAxle";
import { FromBay } from "../../job/fromBay";
import { GatePanel } from "../../job/gate";
import { useJobView } from "../../job/context";
import type { FitSheet } from "../../job/sheets";
import { useWritable } from "../../api/session";
import { fitSheetsOf, SHEET_NAMES, SHEET_SAYS } from "../../job/sheets";
import { SheetTabs } from "../../job/sheetTabs";
import { DrawingForm } from "../../drawings/drawingForm";
import { Button } from "../../ui/button";
import { AxleChoice } from "../../job/axleSwitch";
import { AcrossSheet } from "./acrossSheet";
import { ArrivalSheet } from "./arrivalSheet";
import { BoltsSheet } from "./boltsSheet";
import { ClashSheet } from "./clashSheet";
import { DrillSheet } from "./drillSheet";
import { fitOrder } from "./fitOrder";
import { FitContext } from "./fitView";
import { HolesSheet } from "./holesSheet";
import { LinksSheet } from "./linksSheet";
import { SideSheet } from "./sideSheet";

// The turntable's library is larger than all other screens together.
const TurnSheet = lazy(() =>
  import("./turnSheet").then((module) => ({ default: module.TurnSheet })),
);

const namesOf = (sheets: readonly FitSheet[]): Partial<typeof SHEET_NAMES.fit> =>
  Object.fromEntries(sheets.map((sheet) => [sheet, SHEET_NAMES.fit[sheet]]));

const SHEETS: Record<FitSheet, React.ComponentType> = {
  side: SideSheet,
  holes: HolesSheet,
  links: LinksSheet,
  across: AcrossSheet,
  clash: ClashSheet,
  drill: DrillSheet,
  bolts: BoltsSheet,
  arrival: ArrivalSheet,
  turn: TurnSheet,
};

/** Station 5: where it goes, with which holes and links, what it hits, and what is drilled. */
export function Fit() {
  const { job, writes, news } = useJobView();
  const asked = useSearch({ from: "/jobs/$jobId/fit" });
  const first: AxleName =
    job.fitting.rear || job.set_up.rear || !job.fitting.front ? "rear" : "front";
  const [axle, setAxle] = useAskedAxle(asked.axle ?? first, asked.axle);
  const [travel, setTravel] = useState<Record<Side, number>>({ left: 0, right: 0 });
  const found = useFit(job);
  const sheets = fitSheetsOf(job.kind);
  const shown = sheets.find((sheet) => sheet === asked.sheet) ?? sheets[0] ?? "side";
  const fit = job.fitting[axle];
  const station = found.data?.[axle];
  const papers = { fitting: job.fitting, arrival: job.arrival };
  const order = fit ? fitOrder(`fitting.${axle}`, fit, shown) : [];
  const Sheet = SHEETS[shown];

  return (
    <DrawingForm
      order={order}
      measured={(path) => measuredAt(papers, path)}
      jobId={job.id}
      news={news}
      spot={paperAt}
      save={(path, typed, known) => writes.enterOnPaper(...paperAt(path), typed, known)}
    >
      <main className="pb-6">
        <div className="flex flex-wrap items-end justify-between gap-x-6">
          <SheetTabs
            station="Fit"
            to="/jobs/$jobId/fit"
            names={namesOf(sheets)}
            says={SHEET_SAYS.fit}
            sheet={shown}
          />
          <AxleChoice axle={axle} onChange={setAxle} />
        </div>
        {job.station === "build" && <FromBay jobId={job.id} kind="does not fit" />}
        {!fit ? (
          <Beginning axle={axle} />
        ) : !station ? (
          <p className="max-w-prose py-6">
            {found.data?.trouble[axle] ?? found.error?.message ?? "Working it out …"}
          </p>
        ) : (
          <FitContext
            value={{
              axle,
              path: `fitting.${axle}`,
              fit,
              station,
              whole: found.data as NonNullable<typeof found.data>,
              travel,
              setTravel,
            }}
          >
            <Suspense fallback={<p className="py-6 text-pale">Fetching the turntable …</p>}>
              <Sheet />
            </Suspense>
          </FitContext>
        )}
        <div className="max-w-3xl">
          <GatePanel station="fit" />
        </div>
      </main>
    </DrawingForm>
  );
}

/** The first step: which suspension the sheet starts from. */
function Beginning({ axle }: { axle: AxleName }) {
  const { job, writes } = useJobView();
  const found = useFit(job);
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const layouts = Object.entries(found.data?.layouts[axle] ?? {});
  return (
    <section
      aria-label="Begin the fit-up"
      data-place={`fitting.${axle}`}
      tabIndex={-1}
      className="max-w-2xl py-4"
    >
      <h2 className="font-semibold">Begin the fit-up of the {axle} axle</h2>
      <p className="mt-1 text-sm">
        Pick the suspension. Bar, brackets, link and obstacles then stand where they usually are;
        every number is hollow until it is measured on this vehicle, trip-ready on its wheels.
      </p>
      <ul className="mt-3 grid gap-2">
        {layouts.map(([layout, says]) => (
          <li key={layout}>
            <Button
              disabled={!writable}
              onClick={() => void attempt(() => writes.beginFit(axle, layout as Layout))}
              className="w-full text-left"
            >
              {says}
            </Button>
          </li>
        ))}
      </ul>
      <Alert>{refusal?.message}</Alert>
      <p className="mt-4 text-sm">
        Only which hole sets the bar level?{" "}
        <Link
          to="/bench/$calculator"
          params={{ calculator: "level" }}
          search={{}}
          className="text-after underline underline-offset-4"
        >
          Four numbers say it at the bench
        </Link>
        , without a sheet.
      </p>
    </section>
  );
}

/** Paper and place of a path of this station. */
function paperAt(path: string): ["fitting" | "arrival", string] {
  const dot = path.indexOf(".");
  return [path.slice(0, dot) as "fitting" | "arrival", path.slice(dot + 1)];
}
