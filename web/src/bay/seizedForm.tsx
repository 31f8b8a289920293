import { useState } from "react";
import { BURNS } from "../api/generated/core";
import { useBayWrites } from "../api/bay";
import type { Burns, SeizedBolt, WorkStep } from "../api/types";
import { bandOfHours } from "../job/steps";
import { Tick } from "../ui/tick";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";
import { Rungs } from "./rungs";

type SeizedFormProps = { jobId: number; step: WorkStep; onKept: () => void };

/** A bolt that does not come: what is near it decides whether a flame may be. */
export function SeizedForm({ jobId, step, onKept }: SeizedFormProps) {
  const writes = useBayWrites(jobId);
  const [size, setSize] = useState(step.undoes?.[0]?.size ?? "");
  const [near, setNear] = useState<Burns[]>([]);
  return (
    <form
      aria-label="The bolt that is seized"
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        writes.seized({ step: step.key, size, near });
        onKept();
      }}
    >
      <BigField
        label="Size"
        value={size}
        maxLength={20}
        onChange={(event) => setSize(event.target.value)}
        className="min-h-16 text-3xl"
      />
      <fieldset>
        <legend className="text-pale">Near it, where a flame would burn it</legend>
        {BURNS.map((what) => (
          <Tick
            size="glove"
            key={what}
            label={what}
            on={near.includes(what)}
            onChange={(there) =>
              setNear(there ? [...near, what] : near.filter((one) => one !== what))
            }
          />
        ))}
      </fieldset>
      <BigButton type="submit" primary disabled={!size.trim()}>
        Show the ways to free it
      </BigButton>
    </form>
  );
}

/** The ways to free a seized bolt, gentlest first, as far as they were tried. */
export function Freeing({ jobId, bolt }: { jobId: number; bolt: SeizedBolt }) {
  const writes = useBayWrites(jobId);
  return (
    <section aria-label={`Ways to free ${bolt.size}`}>
      <h2 className="text-xl font-semibold">{bolt.size} is seized</h2>
      <Rungs
        rungs={bolt.ladder.map(({ way, says, possible, why_not, hours }) => ({
          name: way,
          says: possible ? says : why_not,
          open: possible && !bolt.tried.includes(way),
          next: way === bolt.next,
          takes: bandOfHours(hours),
          failed: bolt.tried.includes(way) ? "did not free it" : "",
        }))}
      />
      {bolt.next !== "cut" && (
        <BigButton className="mt-3" onClick={() => writes.didNotCome(bolt.id)}>
          This one did not free it
        </BigButton>
      )}
    </section>
  );
}
