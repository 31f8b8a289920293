import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { traceQuery } from "../../api/drive";
import type { DriveView } from "../../api/types";
import { Pick } from "../../ui/pick";
import { drivenAs, withBand } from "./figures";
import { TraceCanvas } from "./traceCanvas";

type TraceSheetProps = { drive: DriveView; asked: number | undefined };

/** What a run leaves open: nothing, damping, or frequency with it. */
const NOT_TOLD = [
  "",
  "how it is damped this run does not tell",
  "how fast it rocks and how it is damped this run does not tell",
];

/** One run over time, with what was left out of it and the model that was fitted. */
export function TraceSheet({ drive, asked }: TraceSheetProps) {
  const navigate = useNavigate();
  const runs = drive.runs.filter((run) => run.has_log && run.tells);
  const run = runs.find((one) => one.id === asked) ?? runs.at(-1);
  const { data: trace, error } = useQuery({
    ...traceQuery(drive.job_id, run?.id ?? 0),
    enabled: run !== undefined,
  });
  if (run === undefined) {
    return <p className="py-6 text-pale">No run with a log that tells a lean is kept yet.</p>;
  }
  const { answer } = run;
  return (
    <div>
      <div className="mb-2 flex flex-wrap items-center gap-x-6">
        <Pick
          label="Run"
          value={String(run.id)}
          options={runs.map((one) => ({
            value: String(one.id),
            text: `${one.manoeuvre}, ${one.when}${one.simulated ? ", simulated" : ""}`,
          }))}
          onChange={(id) =>
            void navigate({
              to: "/jobs/$jobId/drive",
              params: { jobId: String(drive.job_id) },
              search: { sheet: "trace", run: Number(id) },
            })
          }
        />
        <p className="text-sm">
          <span className="figure">
            {answer.roll_gradient_deg_per_g && withBand(answer.roll_gradient_deg_per_g, "°/g")}
          </span>
          ,{" "}
          {answer.natural_frequency_hz && (
            <>
              rocks at{" "}
              <span className="figure">{withBand(answer.natural_frequency_hz, " Hz")}</span>,{" "}
            </>
          )}
          {answer.damping_ratio && (
            <>
              damped <span className="figure">{withBand(answer.damping_ratio, "")}</span> of
              critical
            </>
          )}
          {NOT_TOLD[Number(!answer.natural_frequency_hz) + Number(!answer.damping_ratio)]}.{" "}
          <span className="text-pale">{drivenAs(run)}</span>
        </p>
        <a
          href={`/api/runs/${run.id}.csv`}
          className="inline-flex min-h-11 items-center text-sm underline underline-offset-4"
        >
          Its log as CSV
        </a>
      </div>
      {trace ? (
        <>
          <TraceCanvas key={run.id} trace={trace} />
          <ul className="mt-2 text-sm text-pale">
            {trace.cuts.map((cut, i) => (
              <li key={i}>
                <span className="figure">{cut.from_s.toFixed(1)} s</span>: {cut.why}
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p className="py-8 text-pale">{error ? error.message : "Working it out …"}</p>
      )}
    </div>
  );
}
