import { Outlet, useNavigate, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { useAssessment, useJob, usePractice } from "../api/queries";
import type { LoadKey } from "../api/types";
import { useWrites } from "../api/writes";
import { JobContext } from "./jobContext";
import type { JobView } from "./jobContext";
import { useKeys } from "./keys";
import { Line } from "./line";
import { RigPlate } from "./rigPlate";
import { STATIONS } from "./stations";

/** A job: rig plate, line, and the station's workspace below. */
export function JobLayout() {
  const { jobId = "0" } = useParams({ strict: false });
  const job = useJob(Number(jobId));
  const assessment = useAssessment(job.data);
  const practice = usePractice(job.data);
  const writes = useWrites(Number(jobId));
  const [wanted, setWanted] = useState<LoadKey>("trip_ready");
  const [shown, setShown] = useState<"before" | "after">("after");
  const navigate = useNavigate();

  const stationKeys = Object.fromEntries(
    STATIONS.map(({ key, to }, i) => [
      String(i + 1),
      () => void (to && job.data?.line.includes(key) && navigate({ to, params: { jobId } })),
    ]),
  );
  useKeys({
    ...stationKeys,
    x: () => setShown((now) => (now === "after" ? "before" : "after")),
    "Ctrl+z": () => void writes.undo(),
  });

  if (job.isError) return <p className="p-8 text-stop">{job.error.message}</p>;
  if (job.data === undefined) return <p className="p-8 text-pale">Opening the job …</p>;

  const keys = job.data.sheet.load_states.map((state) => state.key);
  const loadKey = keys.includes(wanted) ? wanted : (keys[0] ?? "trip_ready");
  const view: JobView = {
    job: job.data,
    assessment: assessment.data,
    practice: practice.data,
    loadKey,
    setLoadKey: setWanted,
    state: assessment.data?.evaluation?.states.find((state) => state.key === loadKey),
    shown,
    writes,
  };
  return (
    <JobContext value={view}>
      <RigPlate />
      <Line />
      <Outlet />
    </JobContext>
  );
}
