import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useLead } from "../api/session";
import { useBolts, useShopWrites } from "../api/shop";
import type { BoltCount, BoltsRow } from "../api/types";
import { percent } from "../drawings/quantity";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Fold } from "../ui/fold";
import { Pick } from "../ui/pick";
import { Row, Table } from "../ui/table";
import { Tick } from "../ui/tick";

const RUST = ["none", "light", "scaly", "heavy"] as const;
const SIZES = [
  { value: "M8", text: "up to M8 (5/16)" },
  { value: "M10", text: "M10 (3/8)" },
  { value: "", text: "above M10 (3/8)" },
];

const classOf = ({ tally }: BoltsRow) =>
  [
    `${tally.rust} rust`,
    SIZES.find(({ value }) => value === tally.size)?.text,
    tally.hidden && "hidden nut",
    tally.thread_lock && "thread-lock",
    tally.soaked && "soaked the day before",
  ]
    .filter(Boolean)
    .join(", ");

/** How often old bolts snap in this shop: the starting value, the record, and what counts. */
export function BoltRecord() {
  const bolts = useBolts().data ?? [];
  const lead = useLead();
  return (
    <section aria-label="Old bolts">
      <h2 className="mt-6 font-semibold">How often old bolts snap here</h2>
      <p className="mb-2 text-sm text-pale">
        Quotes begin with workshop practice, worth twenty bolts, until the shop&rsquo;s own record
        outweighs it.
      </p>
      {bolts.length === 0 ? (
        <p className="text-sm">No record of our own yet.</p>
      ) : (
        <Table heads={["Bolts", "Came off", "Snapped", "To start with", "Counts now"]}>
          {bolts.map((row) => (
            <Row key={classOf(row)}>
              <td>{classOf(row)}</td>
              <td className="figure">{row.tally.came_off}</td>
              <td className="figure">{row.tally.snapped}</td>
              <td className="figure">{percent(row.chance.prior)}</td>
              <td className="figure">{percent(row.chance.posterior)}</td>
            </Row>
          ))}
        </Table>
      )}
      {lead && <CountForm />}
    </section>
  );
}

const EMPTY: BoltCount = {
  rust: "scaly",
  size: "",
  hidden: false,
  thread_lock: false,
  soaked: false,
  came_off: 0,
  snapped: 0,
};

/** What the shop counted before Calm Axle did; the same class again is corrected. */
function CountForm() {
  const { countBolts } = useShopWrites();
  const { refusal, attempt } = useAttempt();
  const [count, setCount] = useState(EMPTY);
  const set = (part: Partial<BoltCount>) => setCount({ ...count, ...part });
  const number = (name: "came_off" | "snapped", label: string) => (
    <Field
      label={label}
      type="number"
      min={0}
      value={count[name]}
      onChange={(event) => set({ [name]: Number(event.target.value) })}
    />
  );
  return (
    <Fold title="Enter what was counted before, or correct it">
      <div className="grid gap-x-6 gap-y-1 sm:grid-cols-2">
        <Pick
          label="Rust"
          value={count.rust}
          options={RUST.map((value) => ({ value, text: value }))}
          onChange={(rust) => set({ rust })}
        />
        <Pick label="Size" value={count.size} options={SIZES} onChange={(size) => set({ size })} />
        <Tick
          label="far end in a captive or welded nut"
          on={count.hidden ?? false}
          onChange={(hidden) => set({ hidden })}
        />
        <Tick
          label="permanent thread-lock"
          on={count.thread_lock ?? false}
          onChange={(thread_lock) => set({ thread_lock })}
        />
        <Tick
          label="soaked the day before"
          on={count.soaked ?? false}
          onChange={(soaked) => set({ soaked })}
        />
        <span />
        {number("came_off", "Came off")}
        {number("snapped", "Snapped")}
      </div>
      <Button className="mt-2" onClick={() => void attempt(() => countBolts(count))}>
        Keep the count
      </Button>
      <Alert>{refusal?.message}</Alert>
    </Fold>
  );
}
