import { skipToken, useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useMemo } from "react";
import { traceQuery } from "../../api/drive";
import type { DriveView, DrivenRun, RunTrace } from "../../api/types";
import { Pick } from "../../ui/pick";
import { drawn, drivenAs } from "./figures";
import { TraceCanvas } from "./traceCanvas";
import { pulledAway } from "./traceDrawing";
import type { Layer } from "./traceDrawing";
import { TraceSays } from "./traceSays";

type TraceSheetProps = { drive: DriveView; asked: number | undefined; over: number | undefined };

/** One run over time, with what was left out of it and the model fitted; another laid over it. */
export function TraceSheet({ drive, asked, over }: TraceSheetProps) {
  const navigate = useNavigate();
  const runs = drive.runs.filter(drawn);
  const run = runs.find((one) => one.id === asked) ?? runs.at(-1);
  const others = runs.filter((one) => one.manoeuvre === run?.manoeuvre && one.id !== run.id);
  const other = others.find((one) => one.id === over);
  const { data: trace, error } = useTrace(drive.job_id, run);
  const { data: laid } = useTrace(drive.job_id, other);
  const layers = useMemo(() => trace && layersOf(trace, laid), [trace, laid]);
  if (run === undefined) {
    return <p className="py-6 text-pale">No run with a log that tells anything is kept yet.</p>;
  }
  const show = (search: { run: number; over?: number }) =>
    void navigate({
      to: "/jobs/$jobId/drive",
      params: { jobId: String(drive.job_id) },
      search: { sheet: "trace", ...search },
    });
  return (
    <div>
      <div className="mb-2 flex flex-wrap items-center gap-x-6">
        <Pick
          label="Run"
          value={String(run.id)}
          options={runs.map(optionOf)}
          onChange={(id) => show({ run: Number(id) })}
        />
        {others.length > 0 && (
          <Pick
            label="Laid over it"
            value={other ? String(other.id) : ""}
            options={[{ value: "", text: "nothing" }, ...others.map(optionOf)]}
            onChange={(id) => show({ run: run.id, ...(id && { over: Number(id) }) })}
          />
        )}
        <p className="text-sm">
          <TraceSays run={run} /> <span className="text-pale">{drivenAs(run)}</span>
        </p>
        <a
          href={`/api/runs/${run.id}.csv`}
          className="inline-flex min-h-11 items-center text-sm underline underline-offset-4"
        >
          Its log as CSV
        </a>
      </div>
      {trace && layers ? (
        <>
          <TraceCanvas
            key={`${run.id} ${laid ? over : ""}`}
            layers={layers}
            legend={laid ? <TwoRuns run={run} other={other} /> : <OneRun />}
          />
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

const useTrace = (jobId: number, run: DrivenRun | undefined) => {
  const query = traceQuery(jobId, run?.id ?? 0);
  return useQuery({ ...query, queryFn: run ? query.queryFn : skipToken });
};

const optionOf = (run: DrivenRun) => ({
  value: String(run.id),
  text: `${run.manoeuvre}, ${run.when}${run.simulated ? ", simulated" : ""}`,
});

const ALONE = { lateral: "ink", roll: "before", model: "after" };
/** Inks of the run that is looked at and of the one laid over it. */
const LOOKED_AT = { lateral: "after", roll: "after", model: "after" };
const LAID_OVER = { lateral: "before", roll: "before", model: "before" };

/** What is drawn: a run alone, or two by when they pulled away. */
function layersOf(trace: RunTrace, laid: RunTrace | undefined): [Layer, ...Layer[]] {
  if (!laid) return [{ trace, inks: ALONE, laterS: 0 }];
  return [
    { trace, inks: LOOKED_AT, laterS: 0 },
    { trace: laid, inks: LAID_OVER, laterS: pulledAway(trace) - pulledAway(laid) },
  ];
}

const OneRun = () => (
  <>
    thin: as measured; <span className="text-after">thick: the fitted model</span>; hatched: it
    stood
  </>
);

type TwoRunsProps = { run: DrivenRun; other: DrivenRun | undefined };

const TwoRuns = ({ run, other }: TwoRunsProps) => (
  <>
    <span className="text-after">this run, {run.when}</span>;{" "}
    <span className="text-before">laid over it, {other?.when}</span>; thin: as measured, thick: the
    fitted model; hatched: this one stood
  </>
);
