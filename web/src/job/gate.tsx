import { shortDay } from "./days";
import { Alert } from "../ui/alert";
import { useNavigate } from "@tanstack/react-router";
import { useId, useState } from "react";
import { useAttempt } from "../api/attempt";
import type { Station } from "../api/types";
import { Button } from "../ui/button";
import { GoToPlace } from "./findings";
import { useJobView } from "./context";
import { useLead, useWritable } from "../api/session";
import { STATION_NAMES } from "../api/generated/core";
import { pageOf } from "./stations";

/** Why a gate that is not open cannot be passed; empty where it can. */
function whyHeld(overridable: boolean, lead: boolean, reason: string): string {
  if (!overridable) return "A stop is not met; no reason overrides it.";
  if (!lead) return "Only a lead goes on without it.";
  return reason.trim() === "" ? "Write the reason above first." : "";
}

type GatePanelProps = {
  station: Station;
  /** What the end of the line is called, and how it is passed. */
  last?: { text: string; pass: (reason: string) => Promise<unknown> };
};

/** What must be true before the job goes on from a station, and the way on. */
export function GatePanel({ station, last }: GatePanelProps) {
  const { job, practice, writes } = useJobView();
  const lead = useLead();
  const writable = useWritable();
  const navigate = useNavigate();
  const [reason, setReason] = useState("");
  const { refusal, attempt } = useAttempt();
  const id = useId();
  const gate = practice?.gates.find((one) => one.station === station);
  if (gate === undefined) return null;
  const next = gate.next;
  const passed = job.passes.findLast((one) => one.station === station);

  const onward = last?.text ?? (next ? `Go on to ${STATION_NAMES[next]}` : "");
  const whyNot = gate.open ? "" : whyHeld(gate.overridable, lead, reason);

  async function goOn() {
    const pass = () => (last ? last.pass(reason) : writes.passGate(station, reason));
    if (!(await attempt(pass))) return;
    setReason("");
    if (next) await navigate({ to: pageOf(next), params: { jobId: String(job.id) } });
  }

  return (
    <section
      aria-label={`Gate of ${STATION_NAMES[station]}`}
      className="mt-6 border-t-2 border-ink pt-2"
    >
      <h2 className="font-semibold">Before going on</h2>
      <ul className="my-1 text-sm">
        {gate.checks.map((check) => (
          <li key={check.key} className="flex items-baseline gap-2 py-1">
            <CheckMark met={check.met} stop={check.stop} />
            <span className={check.met ? "text-pale" : ""}>
              {check.text}
              {check.stop && !check.met ? " No reason overrides this." : ""}{" "}
              {!check.met && <GoToPlace place={check.place} text="Show me" />}
            </span>
          </li>
        ))}
      </ul>
      {writable && !gate.held && !gate.open && gate.overridable && lead && (
        <label className="mt-1 block text-sm">
          <span className="text-pale">Going on without it? Write why; it stays on the record.</span>
          <input
            value={reason}
            maxLength={400}
            onChange={(event) => setReason(event.target.value)}
            className="min-h-11 w-full border-b border-ink bg-transparent"
          />
        </label>
      )}
      <Alert>{refusal?.message}</Alert>
      {gate.held && <p className="mb-2 text-sm">{gate.held}</p>}
      {writable && onward && !gate.held && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <Button
            primary={gate.open}
            disabled={whyNot !== ""}
            aria-describedby={whyNot ? id : undefined}
            onClick={() => void goOn()}
          >
            {gate.open ? onward : `${onward} without it`}
          </Button>
          <span id={id} className="text-sm text-pale">
            {whyNot}
          </span>
        </div>
      )}
      {passed && (
        <p className="mt-2 text-xs text-pale">
          Passed by {passed.person}, {shortDay(passed.made_at)}
          {passed.reason ? `, without ${passed.unmet.length} of these: ${passed.reason}` : ""}.
        </p>
      )}
    </section>
  );
}

/** Ring with a tick where met, empty ring where not, octagon where it is a stop. */
function CheckMark({ met, stop }: { met: boolean; stop: boolean }) {
  return (
    <svg
      viewBox="0 0 16 16"
      className="size-4 shrink-0 translate-y-0.5"
      role="img"
      aria-label={met ? "met" : stop ? "stop" : "not met"}
    >
      {stop && !met ? (
        <polygon points="5,1 11,1 15,5 15,11 11,15 5,15 1,11 1,5" fill="var(--stop)" />
      ) : (
        <circle cx={8} cy={8} r={6.5} className="ink-1" />
      )}
      {met && <path d="M4.5 8.5 L7 11 L11.5 5.5" className="ink-2" />}
    </svg>
  );
}
