import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useHandOverWrites } from "../../api/handOver";
import { useWritable } from "../../api/session";
import type { HandOverView, PlannedVisit } from "../../api/types";
import { shownAs } from "../../api/units";
import { known } from "../../drawings/quantity";
import { shortDay } from "../../job/days";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { Row, Table } from "../../ui/table";
import { ThenAndNowTable } from "./thenAndNow";

const odometer = (m: number) => known(m, "distance", 1e4);

/** When it comes back, and what was read then and now. */
export function VisitsSheet({ view }: { view: HandOverView }) {
  if (view.again_of !== null) {
    return (
      <div className="grid gap-4 py-3">
        <p>
          This re-check reads again what an earlier job tightened.{" "}
          <Link
            to="/jobs/$jobId/hand-over"
            params={{ jobId: String(view.again_of) }}
            search={{ sheet: "visits" }}
            className="underline underline-offset-4"
          >
            That job
          </Link>{" "}
          ·{" "}
          <Link
            to="/bay/$jobId"
            params={{ jobId: String(view.job_id) }}
            className="underline underline-offset-4"
          >
            Read it in the bay
          </Link>
        </p>
        <ThenAndNowTable rows={view.again} />
      </div>
    );
  }
  if (view.handed_on === null) {
    return (
      <p className="max-w-prose py-6">
        The re-checks are planned as it is handed over: wheel nuts and U-bolts after the first 80 to
        160 km, every joint after 800 to 1 600 km, then at the shop&rsquo;s interval.
      </p>
    );
  }
  return (
    <div className="grid gap-6 py-3 lg:grid-cols-[3fr_2fr]">
      <Planned view={view} />
      <Heard view={view} />
    </div>
  );
}

function Planned({ view }: { view: HandOverView }) {
  const next = view.visits.find((one) => one.state !== null);
  return (
    <section aria-label="Re-checks">
      <h2 className="font-semibold">Re-checks, by distance or by date, whichever is first</h2>
      <Table
        label="Planned re-checks"
        heads={["", { text: "odometer", words: true }, { text: "or by", words: true }, ""]}
      >
        {view.visits.map((visit) => (
          <Row key={visit.number}>
            <td className="first-letter:uppercase">{visit.what}</td>
            <td>
              {odometer(visit.from_m)} to {odometer(visit.to_m)}
            </td>
            <td>{shortDay(visit.by)}</td>
            <td>
              <Stands visit={visit} />
            </td>
          </Row>
        ))}
      </Table>
      {next && next.job_id === null && <OpenVisit view={view} visit={next} />}
      <a
        href={`/api/jobs/${view.job_id}/visits.ics`}
        className="mt-2 inline-grid min-h-11 items-center text-sm underline underline-offset-4"
      >
        These days as a calendar file (.ics)
      </a>
    </section>
  );
}

function Stands({ visit }: { visit: PlannedVisit }) {
  if (visit.job_id !== null) {
    return (
      <Link
        to="/jobs/$jobId/hand-over"
        params={{ jobId: String(visit.job_id) }}
        search={{ sheet: "visits" }}
        className="inline-grid min-h-11 items-center underline underline-offset-4"
      >
        {visit.done_on ? `made ${shortDay(visit.done_on)}` : "in the shop"}
      </Link>
    );
  }
  const late = visit.state === "due" || visit.state === "overdue";
  return <span className={late ? "text-watch" : "text-pale"}>{visit.state ?? ""}</span>;
}

type OpenVisitProps = { view: HandOverView; visit: PlannedVisit };

function OpenVisit({ view, visit }: OpenVisitProps) {
  const writes = useHandOverWrites(view.job_id);
  const writable = useWritable();
  const navigate = useNavigate();
  const [typed, setTyped] = useState("");
  const { refusal, attempt } = useAttempt();
  if (!writable) return null;

  async function open() {
    let opened: number | undefined;
    const kept = await attempt(async () => {
      opened = (await writes.openRecheck(visit.number, typed)).id;
    });
    if (kept && opened !== undefined) {
      await navigate({ to: "/jobs/$jobId/look", params: { jobId: String(opened) } });
    }
  }

  return (
    <form
      aria-label="Open the re-check"
      className="mt-3 flex flex-wrap items-end gap-3 border border-line p-3"
      onSubmit={(event) => {
        event.preventDefault();
        void open();
      }}
    >
      <Field
        label={`Odometer as it comes in, ${shownAs("distance").symbol}`}
        value={typed}
        maxLength={24}
        onChange={(event) => setTyped(event.target.value)}
      />
      <Button primary type="submit">
        Open the re-check: {visit.what}
      </Button>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </form>
  );
}

function Heard({ view }: { view: HandOverView }) {
  const writes = useHandOverWrites(view.job_id);
  const writable = useWritable();
  const [typed, setTyped] = useState("");
  const { refusal, attempt } = useAttempt();
  return (
    <section aria-label="Heard from the owner" className="lg:border-l lg:border-line lg:pl-6">
      <h2 className="font-semibold">Heard from the owner</h2>
      <p className="text-sm">
        {view.heard_m === null ? "Nothing yet" : `Last heard: ${odometer(view.heard_m)}`}. Called
        and asked? What it reads by now may bring the re-check forward.
      </p>
      {writable && (
        <form
          className="mt-2 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void attempt(() => writes.hearOdometer(typed)).then((kept) => kept && setTyped(""));
          }}
        >
          <Field
            label={`It reads by now, ${shownAs("distance").symbol}`}
            value={typed}
            maxLength={24}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button type="submit">Keep it</Button>
        </form>
      )}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </section>
  );
}
