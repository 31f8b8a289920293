import { RIG_CLASSES } from "../api/generated/core";
import { useAttempt } from "../api/attempt";
import { useRecord, useRecordWrites } from "../api/handOver";
import { useLead } from "../api/session";
import type { Interval, PredictionRecordView } from "../api/types";
import { grouped, percent } from "../drawings/quantity";
import { shortDay } from "../job/days";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Row, Table } from "../ui/table";
import { Memory } from "./memory";
import { RecordChart } from "./recordChart";

/** The shop's memory of its predictions: how they held, what is missed always, what is made of it. */
export function RecordPage() {
  const { data: view, error } = useRecord();
  if (view === undefined) {
    return <p className="py-8 text-pale">{error ? error.message : "Reading the record …"}</p>;
  }
  const { record, rows } = view;
  return (
    <main className="pb-8">
      <title>Prediction record · Calm Axle</title>
      <div className="my-4 flex flex-wrap items-baseline justify-between gap-4">
        <h1 className="text-2xl font-semibold">Predicted and measured</h1>
        <a
          href="/api/memory/predictions.csv"
          className="grid min-h-11 items-center text-sm underline underline-offset-4"
        >
          All of it as CSV
        </a>
      </div>
      {rows.length === 0 ? (
        <p className="max-w-prose">
          No job with both yet. A job that was driven after the work and handed over is kept here:
          what was predicted, what was measured, each with its band.
        </p>
      ) : (
        <div className="grid gap-8 lg:grid-cols-[3fr_2fr]">
          <RecordChart rows={rows} />
          <div className="grid content-start gap-6">
            <p className="text-lg" data-testid="held">
              {record.held} of {record.jobs} predictions held, {percent(record.held / record.jobs)}.
              Bands that are honest hold in 95 of 100.
            </p>
            <Missed view={view} />
            <Shares name="Kind of vehicle" shares={record.by_kind} />
            <Shares name="Measured by way" shares={record.by_way} />
          </div>
        </div>
      )}
      <Memory />
    </main>
  );
}

function Missed({ view }: { view: PredictionRecordView }) {
  const lead = useLead();
  const writes = useRecordWrites();
  const { refusal, attempt } = useAttempt();
  const { misses, offers } = view.record;
  return (
    <section aria-label="Missed always">
      <h2 className="font-semibold">Missed always</h2>
      {misses.length === 0 && <p className="text-sm text-pale">Nothing is, as far as it goes.</p>}
      {misses.map(({ says }) => (
        <p key={says} className="text-watch">
          {says}
        </p>
      ))}
      {offers
        .filter(({ rig_kind }) => !view.corrections.some((one) => one.rig_kind === rig_kind))
        .map((offer) => (
          <div key={offer.rig_kind} className="mt-2 text-sm">
            <p>
              {RIG_CLASSES[offer.rig_kind].label}: springs{" "}
              <span className="figure">{band(offer.factor)}</span> of the class&rsquo;s own explain
              it, by runs before the work over {offer.jobs.length} jobs ({offer.jobs.join(", ")}).
            </p>
            {lead && (
              <Button
                className="mt-1"
                onClick={() => void attempt(() => writes.takeClass(offer.rig_kind, offer.jobs))}
              >
                Let the next of them start from that
              </Button>
            )}
          </div>
        ))}
      {view.corrections.map((one) => (
        <div key={one.id} className="mt-2 border-l-4 border-after pl-3 text-sm">
          <p>
            {RIG_CLASSES[one.rig_kind].label}: whoever is taken in starts from springs{" "}
            <span className="figure">
              {grouped(one.factor, 2)} ± {grouped(one.spread, 2)}
            </span>{" "}
            of the class&rsquo;s, by {one.jobs.length} jobs. {one.person}, {shortDay(one.made_at)}.
          </p>
          {lead && (
            <Button
              className="mt-1"
              onClick={() => void attempt(() => writes.leaveClassOut(one.id))}
            >
              Leave it out again
            </Button>
          )}
        </div>
      ))}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </section>
  );
}

const band = ({ value, low, high }: Interval) =>
  `${grouped(value, 2)} (${grouped(low, 2)} to ${grouped(high, 2)})`;

type SharesProps = { name: string; shares: PredictionRecordView["record"]["by_kind"] };

function Shares({ name, shares }: SharesProps) {
  return (
    <Table label={name} heads={[name, "jobs", "held", "measured over predicted"]}>
      {shares.map((one) => (
        <Row key={one.name}>
          <td>{one.name}</td>
          <td className="figure">{one.jobs}</td>
          <td className="figure">{one.held}</td>
          <td className="figure">{one.off === null ? "–" : band(one.off)}</td>
        </Row>
      ))}
    </Table>
  );
}
