import { useNavigate, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { PLACES } from "../api/generated/core";
import { useJob, useYard } from "../api/queries";
import { useRacks } from "../api/racks";
import { addressOfPlace } from "../job/placeAddress";
import { addressOf } from "../job/stations";
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
  const yard = useYard(open ? find : null, 1);
  const job = useJob(open ? Number(jobId ?? 0) : 0).data;
  const parts = useRacks(open && find.trim().length > 1 ? { find } : null).data?.rows ?? [];
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
  // At a job a bar or kit leads to what it would do there; anything else to the racks.
  const bars: Hit[] = parts.slice(0, 6).map((row) => ({
    key: `part ${row.id}`,
    text: `${row.maker} ${row.part_number}`,
    what: row.axle === "either" ? row.kind : `${row.axle} ${row.kind}`,
    go: () =>
      void (job && (row.kind === "bar" || row.kind === "kit")
        ? navigate({
            to: "/jobs/$jobId/choose",
            params: { jobId: String(job.id) },
            search: { axle: row.axle === "front" ? "front" : "rear", part: row.part_number },
          })
        : navigate({ to: "/racks", search: { find: row.part_number, part: row.id } })),
  }));
  const changes: Hit[] = settings
    .filter(({ name }) => matches(name))
    .map(({ name, change }) => ({ key: name, text: name, what: "setting", go: change }));
  const hits = [...changes, ...places, ...bars, ...jobs];

  return (
    <Panel open={open} onClose={() => leave(() => undefined)} title="Find">
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
