import { useWritable } from "../api/session";
import { Button } from "../ui/button";
import { useJobView } from "./context";

const SAID = {
  archived: "This job is archived: out of the yard, with all that is on it.",
  deleted: "This job is deleted: out of the yard and its archive. It can be put back.",
} as const;

/** Where the job is if not in the yard, and the way back. */
export function ShelfLine() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  if (job.shelf === "yard") return null;
  return (
    <p
      role="status"
      className="flex flex-wrap items-center gap-4 border-x border-b border-ink px-7 py-1 text-sm"
    >
      {SAID[job.shelf]}
      {writable && (
        <Button onClick={() => void writes.putOnShelf("yard")}>Back into the yard</Button>
      )}
    </p>
  );
}
