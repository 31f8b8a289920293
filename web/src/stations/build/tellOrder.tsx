import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useSuppliers } from "../../api/racks";
import type { OrderStanding, OrderState } from "../../api/types";
import { useJobView } from "../../job/context";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { comesBy } from "./suppliers";
import { ToldOfLine } from "./toldOfLine";

type TellOrderProps = { picked: OrderStanding[]; onTold: () => void };

/** What can be told of the lines in hand, and what was told of a single one. */
export function TellOrder({ picked, onTold }: TellOrderProps) {
  const { job, writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const suppliers = useSuppliers().data ?? [];
  const [named, setNamed] = useState<string>();
  const [said, setSaid] = useState<string>();
  const [reference, setReference] = useState("");
  const [note, setNote] = useState("");
  const [first, ...others] = picked;
  if (first === undefined)
    return <p className="text-sm text-pale">Pick lines to say what came of them.</p>;
  // Only what every one of them can be.
  const next = first.next.filter((state) => others.every((line) => line.next.includes(state)));
  const asks = (...states: OrderState[]) => states.some((state) => next.includes(state));
  // Until a hand says otherwise: the supplier they share, and the day by its days.
  const shared = others.every((line) => line.supplier === first.supplier) ? first.supplier : "";
  const supplier = named ?? shared;
  const expected = said ?? comesBy(picked, supplier, new Date());

  async function tell(state: OrderState) {
    const dated = state === "ordered" || state === "replacement ordered";
    const told = {
      lines: picked.map(({ what }) => what),
      state,
      reference: dated ? reference : "",
      supplier: dated ? supplier : "",
      expected: (dated && expected) || null,
      note,
    };
    if (!(await attempt(() => writes.tellOrder(told)))) return;
    setNote("");
    setNamed(undefined);
    setSaid(undefined);
    onTold();
  }

  return (
    <section aria-label="Lines in hand" className="text-sm">
      <h2 className="text-base font-semibold">
        {others.length === 0 ? first.what : `${picked.length} lines in hand`}
      </h2>
      {others.length === 0 && <ToldOfLine told={first.told} />}
      {asks("ordered", "replacement ordered") && (
        <div className="mt-2 grid grid-cols-2 gap-3">
          <Field
            label="From"
            list="suppliers"
            value={supplier}
            maxLength={60}
            onChange={(event) => setNamed(event.target.value)}
          />
          <datalist id="suppliers">
            {suppliers.map(({ name }) => (
              <option key={name} value={name} />
            ))}
          </datalist>
          <Field
            label="Comes on"
            type="date"
            value={expected}
            onChange={(event) => setSaid(event.target.value)}
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
      {asks("arrived", "wrong") && (
        <Link
          to="/jobs/$jobId/fit"
          params={{ jobId: String(job.id) }}
          search={{ sheet: "arrival" }}
          className="inline-flex min-h-11 items-center underline underline-offset-4"
        >
          Check it as it arrives: caliper, hardware, the old one beside it
        </Link>
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
