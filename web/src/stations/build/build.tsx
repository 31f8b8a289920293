import { useSearch } from "@tanstack/react-router";
import { useWork } from "../../api/work";
import { useJobView } from "../../job/context";
import { GatePanel } from "../../job/gate";
import { SHEET_NAMES, SHEET_SAYS } from "../../job/sheets";
import type { BuildSheet } from "../../job/sheets";
import { SheetTabs } from "../../job/sheetTabs";
import { OrderSheet } from "./orderSheet";
import { PlanSheet } from "./planSheet";
import { QuoteSheet } from "./quoteSheet";
import { WorkContext } from "./workView";

const SHEETS: Record<BuildSheet, React.ComponentType> = {
  plan: PlanSheet,
  order: OrderSheet,
  quote: QuoteSheet,
};

/** Station 6 at the desk: the order of work, what it consumes, what it takes and costs. */
export function Build() {
  const { job } = useJobView();
  const { sheet = "plan" } = useSearch({ from: "/jobs/$jobId/build" });
  const work = useWork(job);
  const Sheet = SHEETS[sheet];
  return (
    <main className="pb-6">
      <SheetTabs
        station="Build"
        to="/jobs/$jobId/build"
        names={SHEET_NAMES.build}
        says={SHEET_SAYS.build}
        sheet={sheet}
      />
      {work.data ? (
        <WorkContext value={work.data}>
          <div data-stale={work.isPlaceholderData}>
            <div className="worked">
              <Sheet />
            </div>
          </div>
        </WorkContext>
      ) : (
        <p className="max-w-prose py-6">{work.error?.message ?? "Working it out …"}</p>
      )}
      <div className="max-w-3xl">
        <GatePanel station="build" />
      </div>
    </main>
  );
}
