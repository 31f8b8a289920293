import { SchoolPick } from "../../job/schoolPick";
import { useMoney } from "../../job/money";
import { Alert } from "../../ui/alert";
import { Row, Table } from "../../ui/table";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { usePlan } from "../../api/choose";
import { GatePanel } from "../../job/gate";
import { useJobView } from "../../job/context";
import { LOAD_NAMES } from "../../api/generated/core";
import type { Decided } from "../../api/types";
import { degrees } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { TextArea } from "../../ui/textArea";
import { useLead, useWritable } from "../../api/session";
import { StagedPlan } from "./stagedPlan";

/** The staged plan, what is left for later, and the choice recorded with its figures. */
export function DecideSheet() {
  const { job, loadKey, writes } = useJobView();
  const writable = useWritable();
  const plan = usePlan(job, loadKey);
  const later = job.target.left_for_later ?? "";

  function leave(step: string) {
    if (later.includes(step)) return;
    const text = later.trim() === "" ? step : `${later.trim()}; ${step}`;
    void writes.enterOnPaper("target", "left_for_later", text);
  }

  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <h2 className="font-semibold">
          Next best steps{" "}
          <span className="font-normal text-pale">
            {LOAD_NAMES[loadKey].toLowerCase()}, by lean saved per money; stop after any that breaks
            no limit
          </span>
        </h2>
        {plan.isLoadingError && <p className="text-stop">{plan.error.message}</p>}
        {plan.data ? (
          <StagedPlan plan={plan.data} onLater={writable ? leave : undefined} />
        ) : (
          <p className="text-pale">Working it out …</p>
        )}
        <div className="mt-3 grid gap-x-8 sm:grid-cols-2">
          <SchoolPick matter="first" />
          <SchoolPick matter="ends" />
        </div>
        <div className="mt-3">
          <TextArea
            label="Left for another time; it goes with the job"
            value={later}
            draftKey={`later ${job.id}`}
            rows={2}
            maxLength={400}
            disabled={!writable}
            save={(text) => writes.enterOnPaper("target", "left_for_later", text)}
          />
        </div>
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <Recorder />
        {job.decision && <Recorded decided={job.decision} />}
        <p className="mt-2 text-sm">
          <a
            href={`/api/jobs/${job.id}/comparison.pdf`}
            target="_blank"
            rel="noreferrer"
            className="text-after underline underline-offset-4"
          >
            One page for the owner, PDF
          </a>
        </p>
        <GatePanel station="choose" />
      </div>
    </div>
  );
}

/** What of the findings speaks against recording the choice as it is. */
const BROKEN: Record<string, string> = {
  target_missed: "Target missed.",
  fit_changes_promise: "Fitting changes what was promised.",
};

function Recorder() {
  const { job, writes, assessment } = useJobView();
  const lead = useLead();
  const [reason, setReason] = useState("");
  const { refusal, attempt } = useAttempt();
  const broken = assessment?.findings.filter(({ rule }) => rule in BROKEN) ?? [];
  return (
    <section aria-label="Choice" data-place="decision" tabIndex={-1}>
      <h2 className="font-semibold">The choice</h2>
      <ul className="text-sm">
        {job.chosen_words.map((line) => (
          <li key={line} className="border-b border-line py-1">
            {line}
          </li>
        ))}
      </ul>
      {broken.map(({ rule, why, state }) => (
        <p key={`${rule} ${why} ${state}`} className="text-sm text-watch">
          {BROKEN[rule]} {why}
        </p>
      ))}
      {lead ? (
        <>
          <Field
            label="Why this one, for the record"
            value={reason}
            maxLength={400}
            onChange={(event) => setReason(event.target.value)}
          />
          <Button
            className="mt-2"
            primary
            onClick={() =>
              void attempt(() => writes.decide(job, reason)).then((done) => done && setReason(""))
            }
          >
            Record this choice
          </Button>
        </>
      ) : (
        <p className="text-sm text-pale">A lead records the choice.</p>
      )}
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}

/** A choice as it was recorded: who, when, and by which figures. */
function Recorded({ decided }: { decided: Decided }) {
  const money = useMoney();
  const { decision } = decided;
  const when = new Date(decided.made_at).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });
  return (
    <section aria-label="Recorded choice" className="mt-2" data-testid="recorded">
      <h2 className="font-semibold">
        Recorded{" "}
        <span className="font-normal text-pale">
          by {decided.person}, {when}, worked out by core {decision.core_version}
        </span>
      </h2>
      {decided.reason && <p className="text-sm">{decided.reason}</p>}
      <ul className="text-sm text-pale">
        {decided.words.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <Table className="mt-1 w-full">
        {decision.states.map((state) => (
          <Row key={state.key}>
            <td className="py-0.5 text-pale">{LOAD_NAMES[state.key]}</td>
            <td className="figure text-right">
              {degrees(state.lean_before_rad)} → {degrees(state.lean_rad)} ±{" "}
              {degrees(state.band_rad)}
            </td>
            <td className="figure pl-3 text-right">
              wind {degrees(state.wind_lean_before_rad)} → {degrees(state.wind_lean_rad)}
            </td>
          </Row>
        ))}
      </Table>
      <p className="text-sm text-pale">
        {decision.price == null
          ? "No price: a bar of it is on no rack as it is."
          : `${money(decision.price)} with hours, at the prices of that day.`}
        {(decision.missed ?? []).map((text) => ` Missed knowingly: ${text}.`)}
      </p>
    </section>
  );
}
