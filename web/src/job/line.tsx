import { Link, useLocation } from "@tanstack/react-router";
import type { Job, Practice, Station } from "../api/types";
import { ChevronDown } from "lucide-react";
import { useState } from "react";
import { useNarrow } from "../ui/useWide";
import { useJobView } from "./context";
import { STATION_NAMES } from "../api/generated/core";
import { pageOf, STATIONS } from "./stations";

type Stop = "open" | "done" | "gated" | "stopped";

/** How far a station is, read from its gate and from the record of passing it. */
function stopOf(station: Station, job: Job, practice: Practice | undefined): Stop {
  const gate = practice?.gates.find((one) => one.station === station);
  if (gate?.overridable === false) return "stopped";
  if (job.passes.some((passed) => passed.station === station)) return "done";
  if (gate !== undefined) return gate.open ? "open" : "gated";
  if (station === "choose") return job.set_up.front || job.set_up.rear ? "done" : "open";
  // Before the rules have answered, nothing stands in the way.
  return "open";
}

function isHere(station: Station, pathname: string): boolean {
  const to = pageOf(station);
  return pathname.endsWith(to.slice(to.lastIndexOf("/")));
}

/** The stations of this kind of job as stops along an axle line; on a phone, where it is, and a menu. */
export function Line() {
  const { job, practice } = useJobView();
  const { pathname } = useLocation();
  const narrow = useNarrow();
  const [open, setOpen] = useState(false);
  const here = job.line.find((key) => isHere(key, pathname));
  return (
    <nav
      aria-label="Stations"
      className="relative my-2"
      onClick={() => setOpen(false)}
      onKeyDown={(event) => event.key === "Escape" && setOpen(false)}
    >
      {narrow && here && (
        <button
          type="button"
          aria-expanded={open}
          onClick={(event) => {
            event.stopPropagation();
            setOpen(!open);
          }}
          className="flex min-h-11 w-full items-center gap-2 border-y border-ink"
        >
          <StopMark stop={stopOf(here, job, practice)} here />
          <span className="font-semibold">{STATION_NAMES[here]}</span>
          <span className="text-sm text-pale">
            {job.line.indexOf(here) + 1} of {job.line.length}
          </span>
          <ChevronDown size={18} className="ml-auto" aria-hidden="true" />
        </button>
      )}
      {!narrow && (
        <span aria-hidden="true" className="absolute inset-x-0 top-1/2 border-t border-ink" />
      )}
      <ol
        className={`relative flex ${narrow ? "flex-col border-b border-line" : "flex-wrap justify-between"}`}
        hidden={narrow && !open && here !== undefined}
      >
        {STATIONS.filter((station) => job.line.includes(station)).map((key) => {
          const stop = stopOf(key, job, practice);
          const here = isHere(key, pathname);
          const mark = (
            <>
              <StopMark stop={stop} here={here} />
              <span className={here ? "font-semibold" : ""}>{STATION_NAMES[key]}</span>
              {stop === "stopped" && (
                <span className="text-xs text-stop max-lg:sheet:sr-only">stopped</span>
              )}
              {(stop === "done" || stop === "gated") && (
                <span className="sr-only">{stop === "done" ? "done" : "gate not met yet"}</span>
              )}
            </>
          );
          return (
            <li key={key}>
              <Link
                to={pageOf(key)}
                params={{ jobId: String(job.id) }}
                aria-current={here ? "step" : undefined}
                className="flex min-h-11 items-center gap-1.5 bg-paper px-1 text-sm hover:text-after lg:px-2"
              >
                {mark}
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

/** Shape by state: ring, barred ring, ring with tick, octagon; a dot where we are. */
function StopMark({ stop, here }: { stop: Stop; here: boolean }) {
  return (
    <svg viewBox="0 0 22 22" className="size-[22px] bg-paper" aria-hidden="true">
      {stop === "stopped" ? (
        <polygon points="7,1 15,1 21,7 21,15 15,21 7,21 1,15 1,7" fill="var(--stop)" />
      ) : (
        <circle
          cx={11}
          cy={11}
          r={9}
          fill={stop === "done" && !here ? "var(--ink)" : "var(--paper)"}
          stroke="var(--ink)"
          strokeWidth={here ? 2.4 : 1.4}
        />
      )}
      {stop === "gated" && !here && <path d="M8.5 6 V16 M13.5 6 V16" className="ink-1" />}
      {stop === "done" && !here && (
        <path d="M6.5 11.5 L10 15 L16 7.5" fill="none" stroke="var(--paper)" strokeWidth={2} />
      )}
      {here && (
        <circle cx={11} cy={11} r={4} fill={stop === "stopped" ? "var(--paper)" : "var(--ink)"} />
      )}
    </svg>
  );
}
