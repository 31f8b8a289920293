import { useState } from "react";
import { useBayWrites } from "../api/bay";
import type { WorkStep } from "../api/types";
import { shownAs } from "../api/units";
import { Tick } from "../ui/tick";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";

type SnappedFormProps = { jobId: number; step: WorkStep; onKept: () => void };

/** The hole as it is now; its ladder follows. */
export function SnappedForm({ jobId, step, onKept }: SnappedFormProps) {
  const writes = useBayWrites(jobId);
  const [size, setSize] = useState(step.undoes?.[0]?.size ?? "");
  const [wall, setWall] = useState("");
  const [edge, setEdge] = useState("");
  const [reachable, setReachable] = useState(false);
  const unit = shownAs("small_length").symbol;
  const field = (label: string, value: string, change: (value: string) => void) => (
    <BigField
      label={label}
      value={value}
      maxLength={20}
      onChange={(event) => change(event.target.value)}
      className="min-h-16 text-3xl"
    />
  );
  return (
    <form
      aria-label="The bolt that snapped"
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        writes.snapped({ step: step.key, size, wall, edge, reachable });
        onKept();
      }}
    >
      {field("Size", size, setSize)}
      {field(`Wall that holds its thread, ${unit}`, wall, setWall)}
      {field(`Its middle to the nearest edge, ${unit}`, edge, setEdge)}
      <Tick size="glove" label="A hand reaches behind it" on={reachable} onChange={setReachable} />
      <BigButton type="submit" primary disabled={!size.trim() || !wall.trim() || !edge.trim()}>
        Show the ways out
      </BigButton>
    </form>
  );
}
