import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import type { OrderStanding, OrderState } from "../../api/types";
import { useJobView } from "../../job/context";
import { calendarDay, shortDay } from "../../job/days";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";

type TellOrderProps = { picked: OrderStanding[]; onTold: () => void };

/** What can be told of the lines in hand, and what was told of a single one. */
export function TellOrder({ picked, onTold }: TellOrderProps) {
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const [expected, setExpected] = useState("");
  const [reference, setReference] = useState("");
  const [note, setNote] = useState("");
  const [first, ...others] = picked;
  if (first === undefined)
    return <p className="text-sm text-pale">Pick lines to say what came of them.</p>;
  // Only what every one of them can be.
  const next = first.next.filter((state) => others.every((line) => line.next.includes(state)));
  const asks = (...states: OrderState[]) => states.some((state) => next.includes(state));

  async function tell(state: OrderState) {
    const told = { lines: picked.map(({ what }) => what), state, reference, note };
    if (!(await attempt(() => writes.tellOrder({ ...told, expected: expected || null })))) return;
    setNote("");
    onTold();
  }

  return (
    <section aria-label="Lines in hand" className="text-sm">
      <h2 className="text-base font-semibold">
        {others.length === 0 ? first.what : `${picked.length} lines in hand`}
      </h2>
      {others.length === 0 && <Told told={first.told} />}
      {asks("ordered", "replacement ordered") && (
        <div className="mt-2 grid grid-cols-2 gap-3">
          <Field
            label="Comes on"
            type="date"
            value={expected}
            onChange={(event) => setExpected(event.target.value)}
          />
          <Field
            label="Number of the order"
            value={reference}
            maxLength={300}
            onChange={(event) => setReference(event.target.value)}
          />
        </div>
      )}
      {asks("wrong", "returned") && (
        <div className="mt-2">
          <Field
            label="What was measured, and who was told"
            value={note}
            maxLength={300}
            onChange={(event) => setNote(event.target.value)}
          />
        </div>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {next.map((state) => (
          <Button key={state} onClick={() => void tell(state)}>
            {SAYS[state]}
          </Button>
        ))}
      </div>
      {next.length === 0 && (
        <p className="text-pale">These stand differently: pick lines that stand alike.</p>
      )}
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}

/** What a hand does to a line, by where it stands then. */
const SAYS: Record<OrderState, string> = {
  wanted: "Not in stock after all",
  "in stock": "In stock",
  ordered: "Ordered",
  shipped: "Shipped",
  arrived: "Arrived",
  wrong: "Wrong",
  "replacement ordered": "Replacement ordered",
  returned: "Sent back",
};

function Told({ told }: { told: OrderStanding["told"] }) {
  return (
    <ol aria-label="What was told of it">
      {told.map((one, i) => (
        <li key={i} className="border-t border-line py-1">
          <span className={one.state === "wrong" ? "text-stop" : ""}>{one.state}</span>
          {one.expected && `, comes on ${calendarDay(one.expected)}`}
          {one.reference && `, number ${one.reference}`}
          {one.note && `: ${one.note}`}
          <span className="block text-pale">
            {one.person}, {shortDay(one.made_at)}
          </span>
        </li>
      ))}
    </ol>
  );
}
