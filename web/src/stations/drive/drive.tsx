import { useSearch } from "@tanstack/react-router";
import { useDrive } from "../../api/drive";
import { useJobView } from "../../job/context";
import { GatePanel } from "../../job/gate";
import { SHEET_NAMES, SHEET_SAYS } from "../../job/sheets";
import { SheetTabs } from "../../job/sheetTabs";
import { FindingMark } from "../../ui/findingMark";
import { FilmsSheet } from "./filmsSheet";
import { ResultSheet } from "./resultSheet";
import { RunsSheet } from "./runsSheet";
import { TraceSheet } from "./traceSheet";

/** What keeps the vehicle off the road until it is true. */
function Parked() {
  const { practice } = useJobView();
  const gate = practice?.gates.find(({ station }) => station === "drive");
  return gate?.checks
    .filter(({ stop, met }) => stop && !met)
    .map(({ key, text }) => (
      <p key={key} className="my-2 flex gap-2 text-stop">
        <FindingMark kind="stop" />
        Stop for the road, until: {text}
      </p>
    ));
}

/** Station 7: did it work, and by how much. */
export function Drive() {
  const { job } = useJobView();
  const { sheet: shown = "runs", run, over } = useSearch({ from: "/jobs/$jobId/drive" });
  const { data: drive, error } = useDrive(job);
  return (
    <main className="pb-6">
      <SheetTabs
        station="Drive"
        to="/jobs/$jobId/drive"
        names={SHEET_NAMES.drive}
        says={SHEET_SAYS.drive}
        sheet={shown}
      />
      <Parked />
      {drive === undefined ? (
        <p className="py-8 text-pale">{error ? error.message : "Reading the runs …"}</p>
      ) : (
        <>
          {shown === "runs" && <RunsSheet drive={drive} />}
          {shown === "result" && <ResultSheet drive={drive} />}
          {shown === "runs" && <GatePanel station="drive" />}
          {shown === "films" && <FilmsSheet jobId={job.id} />}
          {shown === "trace" && <TraceSheet drive={drive} asked={run} over={over} />}
        </>
      )}
    </main>
  );
}
