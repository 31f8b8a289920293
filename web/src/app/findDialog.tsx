import { useNavigate, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { PLACES } from "../api/generated/places";
import { useJob, useShortList, useYard } from "../api/queries";
import type { AxleName, ShortListRow } from "../api/types";
import { addressOfPlace } from "./placeAddress";
import { addressOf } from "./stations";
import { Panel } from "../ui/panel";

type Hit = { key: string; text: string; what: string; go: () => void };

const AXLE = { front: "front", rear: "rear" } as const;

function placeName(path: string, label: string): string {
  const end = AXLE[path.split(".")[0] as keyof typeof AXLE];
  return end ? `${label}, ${end}` : label;
}

type FindDialogProps = {
  open: boolean;
  onClose: () => void;
  /** Settings of this device by name. */
  settings: { name: string; change: () => void }[];
};

/** Find a job by name or number, a measurement or a part for the job at hand, or a setting. */
export function FindDialog({ open, onClose, settings }: FindDialogProps) {
  const [find, setFind] = useState("");
  const navigate = useNavigate();
  const { jobId } = useParams({ strict: false });
  const yard = useYard(find, 1);
  const parts = useParts(open ? Number(jobId ?? 0) : 0);
  const wanted = find.trim().toLowerCase();
  const matches = (text: string) => wanted.length > 1 && text.toLowerCase().includes(wanted);

  function leave(go: () => void) {
    setFind("");
    onClose();
    go();
  }

  const jobs: Hit[] = (yard.data?.rows ?? []).slice(0, 6).map((row) => ({
    key: `job ${row.id}`,
    text: row.name,
    what: `job ${row.number}`,
    go: () => void navigate({ to: addressOf(row.station), params: { jobId: String(row.id) } }),
  }));
  const places: Hit[] = Object.entries(PLACES)
    .filter(([path]) => !path.includes("*") && !path.startsWith("set_up."))
    .map(([path, facts]) => ({ path, name: placeName(path, facts.label) }))
    .filter(({ name }) => jobId !== undefined && matches(name))
    .slice(0, 8)
    .map(({ path, name }) => ({
      key: path,
      text: name,
      what: "measurement",
      go: () => void navigate({ ...addressOfPlace(path), params: { jobId: jobId ?? "" } }),
    }));
  const bars: Hit[] = parts
    .filter(({ row }) => matches(`${row.maker} ${row.part_number}`))
    .slice(0, 6)
    .map(({ axle, row }) => ({
      key: `part ${row.id}`,
      text: `${row.maker} ${row.part_number}`,
      what: `${axle} bar`,
      go: () =>
        void navigate({
          to: "/jobs/$jobId/choose",
          params: { jobId: jobId ?? "" },
          search: { axle, part: row.part_number },
        }),
    }));
  const changes: Hit[] = settings
    .filter(({ name }) => matches(name))
    .map(({ name, change }) => ({ key: name, text: name, what: "setting", go: change }));
  const hits = [...changes, ...places, ...bars, ...jobs];

  return (
    <Panel open={open} onClose={onClose} title="Find">
      <input
        autoFocus
        aria-label="Job, measurement, part or setting"
        placeholder="Job, measurement, part or setting"
        value={find}
        onChange={(event) => setFind(event.target.value)}
        onKeyDown={(event) => event.key === "Enter" && hits[0] && leave(hits[0].go)}
        className="min-h-11 w-full border-b-2 border-ink bg-transparent outline-none"
      />
      <ul className="mt-3">
        {hits.map((hit) => (
          <li key={hit.key} className="border-b border-line">
            <button
              type="button"
              onClick={() => leave(hit.go)}
              className="flex min-h-11 w-full items-center justify-between text-left hover:text-after"
            >
              {hit.text}
              <span className="text-sm text-pale">{hit.what}</span>
            </button>
          </li>
        ))}
      </ul>
      {hits.length === 0 && <p className="mt-3 text-pale">Nothing by that name.</p>}
    </Panel>
  );
}

/** Bars of the rack for either axle of a job; none while no job is open. */
function useParts(jobId: number): { axle: AxleName; row: ShortListRow }[] {
  const job = useJob(jobId).data;
  const front = useShortList(job, "front");
  const rear = useShortList(job, "rear");
  return [
    ...(front.data ?? []).map((row) => ({ axle: "front" as const, row })),
    ...(rear.data ?? []).map((row) => ({ axle: "rear" as const, row })),
  ];
}
