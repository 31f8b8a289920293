import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useHandOverWrites } from "../../api/handOver";
import { useShop } from "../../api/shop";
import { useWritable } from "../../api/session";
import type { HandOverView, OutsideState, OutsideWork } from "../../api/types";
import { shortDay } from "../../job/days";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { FindingMark } from "../../ui/findingMark";

/** Work given out: who has it, since when, what it cost, its paper, and its check here. */
export function OutsideList({ view }: { view: HandOverView }) {
  return (
    <section aria-label="Work given out">
      <h2 className="font-semibold">Work given out</h2>
      {view.outside.length === 0 && (
        <p className="text-sm text-pale">This job gives nothing out.</p>
      )}
      {view.outside.map((work) => (
        <OneWork key={`${work.step} ${work.state}`} view={view} work={work} />
      ))}
    </section>
  );
}

type OneWorkProps = { view: HandOverView; work: OutsideWork };

function OneWork({ view, work }: OneWorkProps) {
  const parked = work.off_road !== "" && work.state !== "checked, right";
  return (
    <article aria-label={work.trade} className="border-t border-line py-2">
      <p className="font-semibold first-letter:uppercase">
        {work.trade}: {work.state}
      </p>
      <p className="text-sm">{work.what}</p>
      {parked && (
        <p className="flex gap-2 text-sm text-stop">
          <FindingMark kind="stop" />
          Stop for the road until: {work.off_road}
        </p>
      )}
      <p className="text-sm text-pale">{told(work)}</p>
      {work.state !== "checked, right" && (
        <p className="text-sm text-pale">Its check here: {work.asks_check}</p>
      )}
      <SayNext view={view} work={work} />
    </article>
  );
}

/** What was said of it so far, in a line. */
function told(work: OutsideWork): string {
  const days = [
    work.given_on && `given out ${shortDay(work.given_on)}`,
    work.back_on && `back ${shortDay(work.back_on)}`,
    work.checked_on && `checked ${shortDay(work.checked_on)}`,
  ];
  const cost = work.cost === null ? "" : `cost ${work.cost.toFixed(2)}`;
  return [work.who, ...days, cost, work.paper, work.found].filter(Boolean).join(" · ");
}

const PRESS: Record<OutsideState, string> = {
  wanted: "",
  "given out": "Give it out",
  back: "It is back",
  "checked, right": "Checked: it is right",
  "checked, not right": "Checked: it is not right",
};

function SayNext({ view, work }: OneWorkProps) {
  const writes = useHandOverWrites(view.job_id);
  const writable = useWritable() && view.handed_on === null;
  const currency = useShop()?.currency ?? "";
  const [said, setSaid] = useState({ who: "", cost: "", paper: "", found: "" });
  const { refusal, attempt } = useAttempt();
  if (!writable) return null;
  const line = (name: keyof typeof said, label: string) => (
    <Field
      label={label}
      value={said[name]}
      maxLength={name === "cost" ? 12 : 120}
      onChange={(event) => setSaid({ ...said, [name]: event.target.value })}
    />
  );
  const say = (state: OutsideState) =>
    attempt(() =>
      writes.sayOutside({
        step: work.step,
        state,
        who: said.who,
        cost: said.cost.trim() === "" ? null : Number(said.cost.replace(",", ".")),
        paper: said.paper,
        found: said.found,
      }),
    );
  const asks = new Set(work.next);
  return (
    <div className="mt-1">
      <div className="grid gap-x-5 gap-y-2 sm:grid-cols-2">
        {asks.has("given out") && line("who", `Which ${work.trade}`)}
        {asks.has("back") && line("cost", `Cost, ${currency}`)}
        {asks.has("back") && line("paper", `Its paper: ${work.asks_paper}`)}
        {asks.has("checked, not right") && line("found", "What the check found")}
      </div>
      <div className="mt-2 flex flex-wrap gap-3">
        {work.next.map((state) => (
          <Button key={state} onClick={() => void say(state)}>
            {PRESS[state]}
          </Button>
        ))}
      </div>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}
