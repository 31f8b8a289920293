import { roadSpeed, windSpeed } from "../../drawings/quantity";
import { useMoney } from "../../job/money";
import { Link } from "@tanstack/react-router";
import { useSuggestions } from "../../api/choose";
import { measuredAt } from "../../api/place";
import { Findings } from "../../job/findings";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { LOAD_NAMES } from "../../api/generated/core";
import type { AxleName } from "../../api/types";
import { NumberRow } from "../../drawings/numberRow";
import { Button } from "../../ui/button";
import { TargetDial } from "./targetDial";
import { WhatItTakes } from "./whatItTakes";

type TargetSheetProps = { axle: AxleName; onAxle: (axle: AxleName) => void };

/** What is aimed at in each load state, the limits, and the diameter it would take. */
export function TargetSheet({ axle, onAxle }: TargetSheetProps) {
  const money = useMoney();
  const { job, assessment, loadKey, setLoadKey, writes } = useJobView();
  const writable = useWritable();
  const suggestions = useSuggestions(job).data ?? [];
  const open = suggestions.filter(({ place }) => measuredAt(job.target, place) === undefined);
  const states = assessment?.evaluation?.states ?? [];

  async function takeAll() {
    for (const { place, typed } of open) await writes.enterOnPaper("target", place, typed);
  }

  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <h2 className="font-semibold">
          Lean aimed at{" "}
          <span className="font-normal text-pale">
            in a bend of 0.3 g, and in {windSpeed(12)} of side wind at {roadSpeed(25)}
          </span>
        </h2>
        <div className="grid gap-x-6 sm:grid-cols-2">
          {states.map((state) => (
            <section
              key={state.key}
              aria-label={LOAD_NAMES[state.key]}
              className={`border-t-2 pt-1 ${state.key === loadKey ? "border-ink" : "border-line"}`}
            >
              <button
                type="button"
                aria-pressed={state.key === loadKey}
                onClick={() => setLoadKey(state.key)}
                className="min-h-11 font-medium"
              >
                {LOAD_NAMES[state.key]}
              </button>
              <TargetDial
                place={`target.states.${state.key}.lean_rad`}
                title="bend"
                before={state.before.reference_lean_rad}
                after={state.after.reference_lean_rad}
                aimed={measuredAt(job.target, `states.${state.key}.lean_rad`)?.value}
              />
              <TargetDial
                place={`target.states.${state.key}.gust_lean_rad`}
                title="wind"
                before={state.before.reference_wind_lean_rad}
                after={state.after.reference_wind_lean_rad}
                aimed={measuredAt(job.target, `states.${state.key}.gust_lean_rad`)?.value}
              />
            </section>
          ))}
        </div>
        {open.length > 0 && (
          <section aria-label="Starting targets" className="mt-4 border-t border-line pt-2 text-sm">
            <div className="flex flex-wrap items-center gap-4">
              <h2 className="font-semibold">A place to start</h2>
              {writable && (
                <Button className="text-sm" onClick={() => void takeAll()}>
                  Take {open.length === suggestions.length ? "these" : "the open ones"}
                </Button>
              )}
            </div>
            <ul>
              {open
                .filter(({ place }) => place.includes(loadKey) || !place.startsWith("states"))
                .map(({ place, typed, why }) => (
                  <li key={place} className="py-0.5">
                    <span className="figure">{typed.replace(" deg", "°")}</span>{" "}
                    <span className="text-pale">
                      {WORDS[place.split(".").at(-1) ?? ""]}: {why}
                    </span>
                  </li>
                ))}
            </ul>
          </section>
        )}
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <h2 className="font-semibold">Limits</h2>
        <NumberRow
          place="target.share_loss_points"
          label="Front–rear balance may fall by, points"
        />
        <NumberRow
          place="target.share_gain_points"
          label="Front–rear balance may rise by, points"
        />
        <NumberRow place="target.head_toss_growth" label="Head toss at most, times now" />
        <FromListen name="Budget" value={job.complaint.budget ? money(job.complaint.budget) : ""} />
        <FromListen name="Wanted by" value={job.due_on ?? ""} />
        <WhatItTakes axle={axle} onAxle={onAxle} />
        <Findings />
      </div>
    </div>
  );
}

/** A limit that was said at Listen, and is changed there. */
function FromListen({ name, value }: { name: string; value: string }) {
  const { job } = useJobView();
  return (
    <p className="flex min-h-11 items-center justify-between border-b border-line text-sm">
      <span className="text-pale">
        {name},{" "}
        <Link
          to="/jobs/$jobId/listen"
          params={{ jobId: String(job.id) }}
          className="text-after underline underline-offset-4"
        >
          from Listen
        </Link>
      </span>
      <span className="figure">{value || "not said"}</span>
    </p>
  );
}

const WORDS: Record<string, string> = {
  lean_rad: "in the bend",
  gust_lean_rad: "in the wind",
  share_loss_points: "points the front–rear balance may fall",
  share_gain_points: "points it may rise",
  head_toss_growth: "times today’s head toss",
};
