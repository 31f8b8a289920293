import { Link } from "@tanstack/react-router";
import { LOAD_NAMES } from "../../api/generated/core";
import { useDriveWrites } from "../../api/drive";
import { useWritable } from "../../api/session";
import type { DriveView, DrivenRun, Manoeuvre, StandingRun } from "../../api/types";
import { Scroller } from "../../ui/scroller";
import { drawn, drivenAs, withBand } from "./figures";

const WHENS = ["before", "after"] as const;
type When = (typeof WHENS)[number];

type RunStripProps = {
  drive: DriveView;
  onNew: (manoeuvre: Manoeuvre, when: When) => void;
  onFelt: (run: DrivenRun) => void;
  onRight: (run: DrivenRun) => void;
};

/** Each standing manoeuvre with its runs before and after. */
export function RunStrip({ drive, onNew, onFelt, onRight }: RunStripProps) {
  return (
    <Scroller label="Runs">
      <table className="w-full text-sm max-sheet:block" aria-label="Runs before and after">
        <thead className="max-sheet:hidden">
          <tr className="border-b border-ink text-left text-xs text-pale">
            <th scope="col" className="py-1 font-normal">
              manoeuvre
            </th>
            <th scope="col" className="w-[37%] py-1 pl-3 font-normal">
              before
            </th>
            <th scope="col" className="w-[37%] py-1 pl-3 font-normal">
              after
            </th>
          </tr>
        </thead>
        <tbody className="max-sheet:block">
          {drive.standing.map((one) => (
            <tr
              key={one.manoeuvre}
              className="border-t border-line align-top max-sheet:grid max-sheet:grid-cols-2"
            >
              <Named one={one} />
              {WHENS.map((when) => (
                <td key={when} className="pl-3 max-sheet:pl-0">
                  <span className="text-xs text-pale sheet:hidden">{when}</span>
                  <Runs
                    drive={drive}
                    manoeuvre={one.manoeuvre}
                    when={when}
                    onNew={onNew}
                    onFelt={onFelt}
                    onRight={onRight}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Scroller>
  );
}

function Named({ one }: { one: StandingRun }) {
  return (
    <th scope="row" className="py-2 text-left font-normal max-sheet:col-span-2">
      <span className="inline-block font-semibold first-letter:uppercase">{one.manoeuvre}</span>
      {one.closed_ground && <span className="ml-2 text-xs text-watch">closed ground</span>}
      <span className="block text-xs text-pale">{one.tells}</span>
    </th>
  );
}

type RunsProps = RunStripProps & { manoeuvre: Manoeuvre; when: When };

function Runs({ drive, manoeuvre, when, onNew, onFelt, onRight }: RunsProps) {
  const writable = useWritable();
  const runs = drive.runs.filter((run) => run.manoeuvre === manoeuvre && run.when === when);
  return (
    <ul>
      {runs.map((run) => (
        <OneRun key={run.id} drive={drive} run={run} onFelt={onFelt} onRight={onRight} />
      ))}
      {writable && (
        <li>
          <button
            type="button"
            aria-label={`Add a run ${when}: ${manoeuvre}`}
            onClick={() => onNew(manoeuvre, when)}
            className="min-h-11 text-pale underline underline-offset-4 hover:text-after"
          >
            Add a run
          </button>
        </li>
      )}
    </ul>
  );
}

/** What a run's log says in short. */
function Told({ run }: { run: DrivenRun }) {
  const { roll_gradient_deg_per_g: gradient, after_events: rests, refused } = run.answer;
  if (gradient) return <span className="figure">{withBand(gradient, "°/g")}</span>;
  if (rests) {
    return (
      <>
        at rest after <span className="figure">{withBand(rests.still_after_s, " s")}</span>
      </>
    );
  }
  if (!run.has_log) return "no log";
  return <span className="text-watch">{refused[0]}</span>;
}

type OneRunProps = Pick<RunStripProps, "drive" | "onFelt" | "onRight"> & { run: DrivenRun };

function OneRun({ drive, run, onFelt, onRight }: OneRunProps) {
  const writes = useDriveWrites(drive.job_id);
  const writable = useWritable();
  const press = "min-h-11 underline underline-offset-4";
  return (
    <li className="border-b border-line py-1 last:border-0">
      <p className={run.when === "after" ? "text-after" : "text-before"}>
        <Told run={run} />
        {run.over_limit && (
          <span className="ml-2 text-xs text-watch">over the posted limit, not compared</span>
        )}
        {run.simulated && <span className="ml-2 text-xs text-watch">simulated</span>}
      </p>
      <p className="text-xs text-pale">
        {LOAD_NAMES[run.state].toLowerCase()}, {drivenAs(run)}
      </p>
      <p className="flex flex-wrap gap-x-2.5 text-xs">
        {drawn(run) && (
          <Link
            to="/jobs/$jobId/drive"
            params={{ jobId: String(drive.job_id) }}
            search={{ sheet: "trace", run: run.id }}
            className={`${press} inline-flex items-center`}
          >
            Trace
          </Link>
        )}
        {writable && (
          <>
            <button type="button" className={press} onClick={() => onFelt(run)}>
              What was felt
            </button>
            <button type="button" className={press} onClick={() => onRight(run)}>
              Put right
            </button>
            <button
              type="button"
              className={`${press} text-pale`}
              onClick={() => void writes.setAway(run, true)}
            >
              Take away
            </button>
          </>
        )}
      </p>
    </li>
  );
}
