import { useIsFetching } from "@tanstack/react-query";
import { Outlet, useLocation, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { useAssessment, useJob, usePractice } from "../api/queries";
import type { LoadKey, Station } from "../api/types";
import { withPending } from "../api/outbox/pending";
import { useOnItsWay } from "../api/outbox/useOutbox";
import { useWrites } from "../api/writes";
import { JobContext } from "../job/context";
import type { JobView } from "../job/context";
import { useKeys } from "../ui/keys";
import { Line } from "../job/line";
import { JobPanel } from "../job/jobPanel";
import { PastButtons } from "../job/pastButtons";
import { useWritable } from "../api/session";
import { useReadyOffline } from "./useReadyOffline";
import { NewsLine } from "../job/newsLine";
import { useNews } from "../job/useNews";
import { RigPlate } from "../job/rigPlate";
import { ShelfLine } from "../job/shelfLine";
import { STATION_NAMES } from "../api/generated/core";
import { SHEET_NAMES } from "../job/sheets";
import { pageOf, STATIONS } from "../job/stations";

/** Whether figures are on show that newer ones are still to come for. */
function useStale(jobId: number | undefined, assessing: boolean): boolean {
  const sending = useOnItsWay().some(
    ({ write, state }) => write.jobId === jobId && write.base !== "photos" && state !== "refused",
  );
  const working = useIsFetching({
    predicate: ({ queryKey: [what, id] }) => id === jobId && WORKED_OUT.has(String(what)),
  });
  return sending || assessing || working > 0;
}

/** Answers that are figures; the job's own records and who wrote them are none. */
const WORKED_OUT = new Set([
  "short-list",
  "ranking",
  "plan",
  "certainty",
  "lean-sheet",
  "replay",
  "sizes",
  "material",
  "compare",
  "fit",
  "practice",
  "work",
]);

/** Station and sheet, as the page is called. */
function titleOf(station: Station | undefined, sheet: string | undefined): string {
  if (station === undefined) return "Job";
  const names: Partial<Record<Station, Record<string, string>>> = SHEET_NAMES;
  const name = sheet === undefined ? undefined : names[station]?.[sheet];
  return name ? `${name}, ${STATION_NAMES[station]}` : STATION_NAMES[station];
}

/** A job: rig plate, line, and the station's workspace below. */
export function JobLayout() {
  const { jobId = "0" } = useParams({ strict: false });
  const job = useJob(Number(jobId));
  const assessment = useAssessment(job.data);
  const practice = usePractice(job.data);
  const writes = useWrites(Number(jobId));
  const writable = useWritable();
  const { pathname } = useLocation();
  const station = STATIONS.find((one) => pathname.endsWith(`/${one.replace("_", "-")}`));
  const { sheet } = useSearch({ strict: false });
  const here = titleOf(station, sheet);
  const news = useNews(job.data);
  const [wanted, setWanted] = useState<LoadKey>("trip_ready");
  const [shown, setShown] = useState<"before" | "after">("after");
  const navigate = useNavigate();
  const pending = useOnItsWay().map(({ write }) => write);

  useReadyOffline(job.data, wanted);
  const stale = useStale(job.data?.id, assessment.isPlaceholderData);

  const stationKeys = Object.fromEntries(
    STATIONS.map((station, i) => [
      String(i + 1),
      () => {
        const to = pageOf(station);
        if (to && job.data?.line.includes(station)) void navigate({ to, params: { jobId } });
      },
    ]),
  );
  useKeys({
    ...stationKeys,
    x: () => setShown((now) => (now === "after" ? "before" : "after")),
    "Ctrl+z": () => void writes.undo(),
    "Ctrl+y": () => void writes.redo(),
  });

  if (job.isLoadingError) return <p className="p-8 text-stop">{job.error.message}</p>;
  if (job.data === undefined) return <p className="p-8 text-pale">Opening the job …</p>;

  const keys = job.data.sheet.load_states.map((state) => state.key);
  const loadKey = keys.includes(wanted) ? wanted : (keys[0] ?? "trip_ready");
  const view: JobView = {
    job: withPending(job.data, pending),
    assessment: assessment.data,
    practice: practice.data,
    loadKey,
    setLoadKey: setWanted,
    state: assessment.data?.evaluation?.states.find((state) => state.key === loadKey),
    shown,
    news,
    writes,
  };
  return (
    <JobContext value={view}>
      <div data-stale={stale}>
        <title>{`${job.data.name} · ${here} · Calm Axle`}</title>
        <RigPlate />
        <ShelfLine />
        <Line />
        <div className="-my-2 flex min-h-11 items-center justify-between gap-4">
          <NewsLine seen={news} />
          {writable && (
            <div className="flex">
              <PastButtons />
              <JobPanel />
            </div>
          )}
        </div>
        <Outlet />
      </div>
    </JobContext>
  );
}
