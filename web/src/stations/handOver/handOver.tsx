import { useSearch } from "@tanstack/react-router";
import { useHandOver } from "../../api/handOver";
import { useJobView } from "../../job/context";
import { SHEET_NAMES, SHEET_SAYS } from "../../job/sheets";
import { SheetTabs } from "../../job/sheetTabs";
import { BackSheet } from "./backSheet";
import { NoisesSheet } from "./noisesSheet";
import { ReportSheet } from "./reportSheet";
import { VisitsSheet } from "./visitsSheet";

/** Station 8: the owner leaves with the truth, and comes back when it is due. */
export function HandOver() {
  const { job } = useJobView();
  const { sheet: shown = "back" } = useSearch({ from: "/jobs/$jobId/hand-over" });
  const { data: view, error } = useHandOver(job);
  return (
    <main className="pb-6">
      <SheetTabs
        station="Hand over"
        to="/jobs/$jobId/hand-over"
        names={SHEET_NAMES.hand_over}
        says={SHEET_SAYS.hand_over}
        sheet={shown}
      />
      {view === undefined ? (
        <p className="py-8 text-pale">{error ? error.message : "Reading what is done …"}</p>
      ) : (
        <>
          {shown === "back" && <BackSheet view={view} />}
          {shown === "report" && <ReportSheet view={view} />}
          {shown === "visits" && <VisitsSheet view={view} />}
          {shown === "noises" && <NoisesSheet view={view} />}
        </>
      )}
    </main>
  );
}
