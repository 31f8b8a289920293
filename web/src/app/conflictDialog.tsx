import { measuredAt, placeFacts, valueAt } from "../api/place";
import { useSaving } from "../api/writes";
import { quantity } from "../drawings/quantity";
import { Button } from "../ui/button";
import { Panel } from "../ui/panel";

/** Two people changed one number: both values, and the choice. */
export function ConflictDialog() {
  const { conflict } = useSaving();
  if (conflict === null) return null;
  const path = conflict.paper === "sheet" ? conflict.place : `${conflict.paper}.${conflict.place}`;
  const facts = placeFacts(path);
  const standing = valueAt(conflict.current[conflict.paper], conflict.place);
  const theirs =
    typeof standing === "object" && standing !== null && "value" in standing
      ? quantity(
          measuredAt(conflict.current[conflict.paper], conflict.place) as never,
          facts.dimension,
        )
      : typeof standing === "string" || typeof standing === "number"
        ? String(standing)
        : "another choice";
  return (
    <Panel open onClose={() => conflict.settle(false)} title="Somebody else changed this meanwhile">
      <dl className="mb-4 grid grid-cols-[7rem_1fr] gap-y-1">
        <dt className="text-pale">Place</dt>
        <dd>{facts.label}</dd>
        <dt className="text-pale">Stands now</dt>
        <dd className="figure pt-1">{theirs}</dd>
        <dt className="text-pale">You entered</dt>
        <dd className="figure pt-1">{conflict.typed}</dd>
      </dl>
      <div className="flex gap-3">
        <Button onClick={() => conflict.settle(false)}>Keep what stands</Button>
        <Button primary onClick={() => conflict.settle(true)}>
          Use mine
        </Button>
      </div>
    </Panel>
  );
}
