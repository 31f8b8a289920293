import { useOnItsWay, useOutbox } from "../api/outbox/useOutbox";
import { isConflict, isPaper } from "../api/outbox/write";
import type { Base, Write } from "../api/outbox/write";
import { measuredAt, valueAt } from "../api/place";
import type { Job } from "../api/types";
import { quantity } from "../drawings/quantity";
import { Button } from "../ui/button";
import { Panel } from "../ui/panel";
import { factsOf, placeWords, writeWords } from "./words";

/** Two people changed one place: who, where, both values and when; and the choice. */
export function ConflictDialog() {
  const outbox = useOutbox();
  const write = useOnItsWay().find(({ write: one }) => isConflict(one))?.write;
  const current = write?.refused?.current;
  if (write === undefined || current === undefined) return null;
  const first = write.refused?.news?.last.find(({ paper }) => paper === write.base);
  const when = first && new Date(first.made_at).toLocaleTimeString("en-GB", { timeStyle: "short" });
  return (
    <Panel
      open
      onClose={() => outbox.drop(write.id)}
      title={`${first?.person ?? "Somebody else"} changed this meanwhile`}
    >
      <dl className="mb-4 grid grid-cols-[7rem_1fr] gap-y-1">
        <dt className="text-pale">Place</dt>
        <dd>{placeWords(write.base, write.place)}</dd>
        <dt className="text-pale">Stands now</dt>
        <dd>
          <span className="figure">{standing(current, write.base, write.place)}</span>
          {first && (
            <span className="text-pale">
              {" "}
              by {first.person}, {when}
            </span>
          )}
        </dd>
        <dt className="text-pale">You entered</dt>
        <dd className="figure">{entered(write)}</dd>
      </dl>
      <div className="flex gap-3">
        <Button onClick={() => outbox.drop(write.id)}>Keep what stands</Button>
        <Button primary onClick={() => outbox.again(write.id)}>
          Use mine
        </Button>
      </div>
    </Panel>
  );
}

const entered = (write: Write) => (write.step === "do" ? write.typed : writeWords(write));

/** What stands at a place, as it is shown there. */
function standing(job: Job, base: Base, place: string): string {
  if (!isPaper(base)) return "another day, kind or station";
  const found = valueAt(job[base], place);
  if (typeof found === "object" && found !== null && "value" in found) {
    return quantity(measuredAt(job[base], place) as never, factsOf(base, place).dimension);
  }
  return typeof found === "string" || typeof found === "number" ? String(found) : "another choice";
}
