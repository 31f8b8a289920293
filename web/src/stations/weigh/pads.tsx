import { Alert } from "../../ui/alert";
import { useState } from "react";
import { answered, client } from "../../api/client";
import { useAttempt } from "../../api/attempt";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { LOAD_NAMES } from "../../api/generated/core";
import type { Pads as PadsRead } from "../../api/types";
import { weight } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Pick } from "../../ui/pick";

const FAULTS = [
  { value: "none", text: "all four behave" },
  { value: "noisy", text: "one jumps about" },
  { value: "drifting", text: "one drifts" },
  { value: "off_by_one", text: "one is off by one division" },
  { value: "drops_out", text: "one drops out" },
] as const;

/** Wheel pads: read, look at what each says, and take the good ones over. */
export function Pads() {
  const { job, loadKey, writes } = useJobView();
  const writable = useWritable();
  const [fault, setFault] = useState<(typeof FAULTS)[number]["value"]>("none");
  const [read, setRead] = useState<PadsRead | null>(null);
  const { refusal, attempt } = useAttempt();
  const good = (read?.pads ?? []).filter(({ load_kg, steady }) => load_kg !== null && steady);

  const readPads = () =>
    attempt(async () =>
      setRead(
        await answered(
          client.POST("/api/jobs/{job_id}/devices/pads", {
            params: { path: { job_id: job.id } },
            body: { state: loadKey, fault },
          }),
        ),
      ),
    );
  const takeOver = () =>
    attempt(async () => {
      await writes.enterSeveral(
        good.map(({ wheel, load_kg }) => ({
          place: `load_states.${read?.state_index}.${wheel}_kg`,
          typed: `${load_kg} kg`,
          known: "measured",
          simulated: read?.simulated ?? false,
        })),
      );
      setRead(null);
    });

  return (
    <section aria-label="Wheel pads">
      <h2 className="font-semibold">
        Wheel pads{" "}
        <span className="font-normal text-pale">
          stand-in, {LOAD_NAMES[loadKey].toLowerCase()}; level ground, brakes off, engine off
        </span>
      </h2>
      <div className="flex flex-wrap items-end gap-x-6">
        <div className="min-w-64">
          <Pick label="To practise on" value={fault} options={[...FAULTS]} onChange={setFault} />
        </div>
        <Button disabled={!writable} onClick={() => void readPads()}>
          Read the pads
        </Button>
      </div>
      {read && (
        <div className="mt-2 border border-line p-3">
          <ul className="grid grid-cols-2 gap-x-6 text-sm sm:grid-cols-4">
            {read.pads.map((pad) => (
              <li key={pad.wheel} data-pad={pad.wheel}>
                <span className="text-pale">{pad.wheel.replace("_", " ")}</span>
                <br />
                <span className={`figure ${pad.steady ? "" : "text-stop"}`}>
                  {pad.load_kg === null ? "nothing" : weight(pad.load_kg)}
                </span>
              </li>
            ))}
          </ul>
          {read.pads
            .filter(({ says }) => says !== "")
            .map((pad) => (
              <p
                key={pad.wheel}
                role="alert"
                className={`mt-2 text-sm ${pad.steady ? "text-watch" : "text-stop"}`}
              >
                {pad.says}
              </p>
            ))}
          <div className="mt-3 flex gap-3">
            <Button primary disabled={good.length === 0} onClick={() => void takeOver()}>
              {good.length === 4
                ? "Take all four over"
                : `Take the ${good.length} steady ones over`}
            </Button>
            <Button onClick={() => setRead(null)}>Leave them</Button>
          </div>
        </div>
      )}
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}
