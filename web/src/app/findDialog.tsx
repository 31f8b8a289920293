import { useNavigate, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { PLACES } from "../api/places";
import { useYard } from "../api/queries";
import { Panel } from "../ui/panel";

type Hit = { key: string; text: string; what: string; go: () => void };

const AXLE = { front: "front", rear: "rear" } as const;

function placeName(path: string, label: string): string {
  const end = AXLE[path.split(".")[0] as keyof typeof AXLE];
  return end ? `${label}, ${end}` : label;
}

/** Find a job by name or number, or a measurement of the job at hand. */
export function FindDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [find, setFind] = useState("");
  const navigate = useNavigate();
  const { jobId } = useParams({ strict: false });
  const yard = useYard(find, 1);

  function leave(go: () => void) {
    setFind("");
    onClose();
    go();
  }

  const jobs: Hit[] = (yard.data?.rows ?? []).slice(0, 6).map((row) => ({
    key: `job ${row.id}`,
    text: row.name,
    what: `job ${row.number}`,
    go: () => void navigate({ to: "/jobs/$jobId/weigh", params: { jobId: String(row.id) } }),
  }));
  const places: Hit[] =
    jobId === undefined || find.trim().length < 2
      ? []
      : Object.entries(PLACES)
          .filter(([path]) => !path.includes("*") && !path.startsWith("set_up."))
          .map(([path, facts]) => ({ path, name: placeName(path, facts.label) }))
          .filter(({ name }) => name.toLowerCase().includes(find.trim().toLowerCase()))
          .slice(0, 8)
          .map(({ path, name }) => ({
            key: path,
            text: name,
            what: "measurement",
            go: () =>
              void navigate({
                to: "/jobs/$jobId/weigh",
                params: { jobId },
                search: { place: path },
              }),
          }));
  const hits = [...places, ...jobs];

  return (
    <Panel open={open} onClose={onClose} title="Find">
      <input
        autoFocus
        aria-label="Job or measurement"
        placeholder="Job, number or measurement"
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
