import { useLead } from "../../api/session";
import { NEWTON_METRES_A_FOOT_POUND } from "../../api/generated/core";
import { Alert } from "../../ui/alert";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import type { KitBolt } from "../../api/types";
import { useJobView } from "../../job/context";
import { grouped, known, tape, torqueOf } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { NumberRow } from "../../drawings/numberRow";
import { FindingMark } from "../../ui/findingMark";
import { SchoolPick } from "../../job/schoolPick";
import { useFitView } from "./fitView";

const torque = (newtonMetres: number | null) =>
  newtonMetres === null ? "–" : torqueOf(newtonMetres);
const pounds = (newtonMetres: number | null) =>
  newtonMetres === null ? "" : `${grouped(newtonMetres / NEWTON_METRES_A_FOOT_POUND, 0)} lbf·ft`;

/** The kit's fasteners: what the sheet says, what they bear, what goes on the thread. */
export function BoltsSheet() {
  const { station } = useFitView();
  const { bolts } = station;
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <h2 className="font-semibold">Fasteners of {station.kit_name || "the kit"}</h2>
        {bolts.length === 0 ? (
          <p className="text-sm">
            Its sheet lists no fasteners, or the bar is on no rack. Torque of any bolt is on the
            Bench.
          </p>
        ) : (
          <ul>
            {bolts.map((bolt) => (
              <BoltLine key={bolt.key} bolt={bolt} />
            ))}
          </ul>
        )}
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <SchoolPick matter="threads" />
        <SchoolPick matter="torque" />
        <SchoolPick matter="final_tightening" />
        <SchoolPick matter="grease" />
        <SchoolPick matter="hang" />
        <SchoolPick matter="standing" />
        <NumberRow place="fitting.wrench_m" />
        <NumberRow place="fitting.extension_m" />
        <WaysHere />
        <ul className="mt-3 text-sm">
          <li>Thread-lock and anti-seize are never used together.</li>
          <li>Old thread-lock adds run-down torque and keeps new from curing: clean it off.</li>
          <li>New nylon lock nuts; a lock nut’s run-down torque is added to the target.</li>
          <li>Bushed joints are tightened with the weight on the wheels.</li>
          <li>Bushings to a slight bulge, never crushed; their sheet goes first.</li>
        </ul>
      </div>
    </div>
  );
}

/** What the ways that hold for this job ask for, in the order of the work. */
function WaysHere() {
  const { practice } = useJobView();
  return (
    <ul aria-label="Our ways come to" className="mt-3 text-sm">
      {practice?.ways.map(({ when, what }) => (
        <li key={what} className="flex gap-3 border-t border-line py-1.5">
          <span className="w-28 shrink-0 text-xs leading-5 text-pale">{when}</span>
          {what}
        </li>
      ))}
    </ul>
  );
}

function BoltLine({ bolt }: { bolt: KitBolt }) {
  const { writes } = useJobView();
  const lead = useLead();
  const { refusal, attempt } = useAttempt();
  const [reason, setReason] = useState("");
  const grave = bolt.kind === "stop" && !bolt.reason;
  return (
    <li className="border-t border-line py-2 text-sm" data-testid={`bolt-${bolt.key}`}>
      <div className="flex gap-3">
        {bolt.kind === "fits" ? (
          <span aria-hidden="true" className="w-4 text-center text-pale">
            ✓
          </span>
        ) : (
          <FindingMark kind={grave ? "stop" : "watch"} />
        )}
        <div className="flex-1">
          <p>
            <span className="font-semibold capitalize">{bolt.where}</span>:{" "}
            <span className="figure">
              {bolt.count} × {bolt.size}
            </span>
            , {bolt.grade || "grade not read"}
            {bolt.bolt_m !== null && (
              <>
                , <span className="figure">{tape(bolt.bolt_m)}</span> long for this grip
              </>
            )}
            ; {bolt.nut === "lock nut" ? "lock nut, nothing on its thread" : bolt.lubrication}
            {bolt.run_down_n_m > 0 && (
              <>
                , run-down up to{" "}
                <span className="figure">{known(bolt.run_down_n_m, "torque", 0.1)}</span> counted in
              </>
            )}
          </p>
          <dl className="my-1 flex flex-wrap gap-x-6">
            {(
              [
                ["tighten to", bolt.use_n_m, bolt.use_to_n_m],
                ["set the wrench to", bolt.set_n_m, null],
                ["sheet says", bolt.sheet_n_m, bolt.sheet_to_n_m],
                ["size and grade give", bolt.computed_n_m, null],
                ["stretches at", bolt.at_proof_n_m, null],
              ] as const
            ).map(([name, value, to], i) => (
              <div key={name}>
                <dt className="text-xs text-pale">{name}</dt>
                <dd className={`figure ${i === 0 ? "font-semibold text-after" : ""}`}>
                  {to === null ? torque(value) : `${grouped(value ?? 0, 0)} to ${torque(to)}`}
                  <span className="block text-xs text-pale">
                    {to === null ? pounds(value) : `${pounds(value)} to ${pounds(to)}`}
                  </span>
                </dd>
              </div>
            ))}
          </dl>
          <p className={grave ? "font-semibold text-stop" : "text-pale"}>{bolt.says}</p>
          {bolt.reason && <p>Confirmed by a lead: {bolt.reason}</p>}
          {grave && lead && (
            <form
              className="mt-1 flex flex-wrap items-end gap-2"
              onSubmit={(event) => {
                event.preventDefault();
                void attempt(() =>
                  writes.enterOnPaper("fitting", `torque_reasons.${bolt.key}`, reason),
                );
              }}
            >
              <label className="flex-1">
                <span className="text-pale">
                  Use it all the same? Write why; it stays on the record.
                </span>
                <input
                  value={reason}
                  maxLength={400}
                  data-place={`fitting.torque_reasons.${bolt.key}`}
                  onChange={(event) => setReason(event.target.value)}
                  className="min-h-11 w-full border-b border-ink bg-transparent"
                />
              </label>
              <Button type="submit" disabled={reason.trim() === ""}>
                Confirm
              </Button>
            </form>
          )}
          <Alert roomy={false}>{refusal?.message}</Alert>
        </div>
      </div>
    </li>
  );
}
