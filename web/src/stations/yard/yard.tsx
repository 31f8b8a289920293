import { shortDay } from "../../job/days";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useWritable } from "../../api/session";
import { JOB_KIND_NAMES, STATION_NAMES } from "../../api/generated/core";
import { pageOf } from "../../job/stations";
import { NO_JOB } from "../../api/outbox/write";
import { useYard } from "../../api/queries";
import { useOpened } from "../../api/writes";
import type { JobRow, Shelf, Station } from "../../api/types";
import { useOpening } from "../../job/useOpening";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { RigMark } from "../../drawings/rigMark";
import { FindingMark } from "../../ui/findingMark";
import { DueList } from "./dueList";
import { YardOrder } from "./yardOrder";

const SHELVES: Shelf[] = ["yard", "archived", "deleted"];
const TITLES: Record<Shelf, string> = { yard: "Yard", archived: "Archived", deleted: "Deleted" };
const LINKS: Record<Shelf, string> = {
  yard: "Jobs in the yard",
  archived: "Archived jobs",
  deleted: "Deleted jobs",
};

/** The jobs in the shop, last changed first: where each stands and what blocks it. */
export function Yard() {
  const { find = "", ...asked } = useSearch({ from: "/" });
  // Held here: the yard is not empty any more by the time a practice vehicle is there.
  const opening = useOpening(NO_JOB);
  const { page = 1, shelf = "yard" } = asked;
  const navigate = useNavigate();
  const writable = useWritable();
  const yard = useYard(find, asked);

  return (
    <main className="pb-8">
      <title>{`${TITLES[shelf]} · Calm Axle`}</title>
      <div className="my-4 flex flex-wrap items-end gap-x-5 gap-y-2">
        <h1 className="text-2xl font-semibold">{TITLES[shelf]}</h1>
        <input
          aria-label="Find a job"
          placeholder="Vehicle, what it is, or job number"
          defaultValue={find}
          onChange={(event) =>
            void navigate({
              to: "/",
              search: { ...asked, page: undefined, find: event.target.value || undefined },
              replace: true,
            })
          }
          className="min-h-11 w-60 border-b border-ink bg-transparent"
        />
        <YardOrder />
        {writable && (
          <Link
            to="/new"
            className="ml-auto grid min-h-11 place-items-center border border-after bg-after px-4 text-after-ink"
          >
            Take in a vehicle
          </Link>
        )}
      </div>
      {shelf === "yard" && find === "" && <DueList />}
      {yard.isLoadingError && <p className="text-stop">{yard.error.message}</p>}
      <ul aria-label="Jobs" className="border-t border-ink">
        {yard.data?.rows.map((row) => (
          <YardRow key={row.id} row={row} />
        ))}
      </ul>
      {yard.data && yard.data.archived > 0 && (
        <p className="mt-2 text-sm">
          <Link
            to="/"
            search={{ find, shelf: "archived" }}
            className="inline-grid min-h-11 items-center underline underline-offset-4"
          >
            {yard.data.archived === 1
              ? "An archived job fits too"
              : `${yard.data.archived} archived jobs fit too`}
          </Link>
        </p>
      )}
      {yard.data?.total === 0 && <EmptyYard searched={find !== ""} opening={opening} />}
      {yard.data && yard.data.pages > 1 && (
        <nav aria-label="Pages" className="mt-3 flex items-center gap-4 text-sm">
          <PageLink page={page - 1} text="Newer" enabled={page > 1} />
          <span className="text-pale">
            {page} of {yard.data.pages}, {yard.data.total} jobs
          </span>
          <PageLink page={page + 1} text="Older" enabled={page < yard.data.pages} />
        </nav>
      )}
      <nav aria-label="Other jobs" className="mt-4 flex gap-6">
        {SHELVES.filter((other) => other !== shelf).map((other) => (
          <Link
            key={other}
            to="/"
            search={{ find: find || undefined, shelf: other === "yard" ? undefined : other }}
            className="grid min-h-11 items-center text-sm underline underline-offset-4"
          >
            {LINKS[other]}
          </Link>
        ))}
      </nav>
    </main>
  );
}

function YardRow({ row }: { row: JobRow }) {
  const to = pageOf(row.station);
  return (
    <li className="border-b border-line">
      <Link
        to={to}
        params={{ jobId: String(row.id) }}
        className="grid min-h-20 grid-cols-[6.5rem_1fr_auto] items-center gap-x-5 gap-y-1 py-2 hover:bg-sheet lg:grid-cols-[6.5rem_minmax(14rem,1.2fr)_13rem_minmax(12rem,1fr)_6rem]"
      >
        <RigMark kind={row.rig_kind} />
        <span>
          <span className="block font-semibold">{row.name}</span>
          <span className="block text-sm text-pale">
            job {row.number}, {JOB_KIND_NAMES[row.job_kind].toLowerCase()}
            {[row.description, row.owner, row.registration]
              .filter(Boolean)
              .map((text) => ` · ${text}`)}
          </span>
        </span>
        <span className="max-lg:col-start-2">
          <ShortLine station={row.station} line={row.line} />
          <span className="text-sm">{STATION_NAMES[row.station]}</span>
        </span>
        <span className="flex gap-2 text-sm max-lg:col-start-2">
          {row.stop ? (
            <>
              <FindingMark kind="stop" />
              <span className="text-stop">Stop. {row.stop}</span>
            </>
          ) : (
            <span className="text-pale">
              {row.blocked_by ? `Not yet: ${row.blocked_by}` : "nothing blocks it"}
            </span>
          )}
        </span>
        <span className="text-right text-sm text-pale">
          {row.due_on ? `by ${shortDay(row.due_on)}` : ""}
          {row.whose && <span className="block">{row.whose}</span>}
        </span>
      </Link>
    </li>
  );
}

type ShortLineProps = { station: Station; line: Station[] };

/** The line in small: where along the stations of its kind a job stands. */
function ShortLine({ station, line }: ShortLineProps) {
  return (
    <svg viewBox="0 0 168 14" className="h-3.5 w-42" aria-hidden="true">
      <line className="pale-1" x1={7} x2={7 + (line.length - 1) * 22} y1={7} y2={7} />
      {line.map((key, i) => (
        <circle
          key={key}
          cx={7 + i * 22}
          cy={7}
          r={key === station ? 6 : 4}
          fill="var(--paper)"
          stroke={key === station ? "var(--ink)" : "var(--pale)"}
          strokeWidth={key === station ? 3 : 1}
        />
      ))}
    </svg>
  );
}

const FIRST_STEPS = [
  "Take in a vehicle: two axle loads and the caliper on its bars give a first answer.",
  "Weigh and look: every number measured narrows the band, and hollow ones turn solid.",
  "Choose and fit: the racks are ranked for this vehicle. Parts come in by a table, in Racks.",
];

/** An empty shop is led by the hand; a search that found nothing is told so. */
type EmptyYardProps = { searched: boolean; opening: ReturnType<typeof useOpening> };

function EmptyYard({ searched, opening }: EmptyYardProps) {
  const writable = useWritable();
  const opened = useOpened();
  const { refusal, open, busy, says } = opening;
  if (searched)
    return <p className="py-10 text-center text-pale">No job by that name, owner or number.</p>;
  return (
    <section aria-label="First steps" className="mx-auto max-w-xl py-8">
      <h2 className="font-semibold">No vehicle in the yard yet</h2>
      <ol className="my-3 list-decimal pl-5 text-sm">
        {FIRST_STEPS.map((step) => (
          <li key={step} className="py-1">
            {step}
          </li>
        ))}
      </ol>
      {writable && (
        <Button
          disabled={busy}
          onClick={() =>
            open(opened("/api/jobs/practice", NO_JOB, "Practice vehicle", {} as never))
          }
        >
          Load the practice vehicle
        </Button>
      )}
      <Alert roomy={false}>{refusal?.message ?? says}</Alert>
    </section>
  );
}

type PageLinkProps = { page: number; text: string; enabled: boolean };

function PageLink({ page, text, enabled }: PageLinkProps) {
  const asked = useSearch({ from: "/" });
  if (!enabled) return <span className="text-line">{text}</span>;
  return (
    <Link
      to="/"
      search={{ ...asked, page: page > 1 ? page : undefined }}
      className="grid min-h-11 items-center underline underline-offset-4"
    >
      {text}
    </Link>
  );
}
