import { useBayWrites } from "../api/bay";
import type { BayWork, SnappedBolt } from "../api/types";
import { useMoney } from "../job/money";
import { bandOfHours } from "../job/steps";
import { FileButton, PICTURES } from "../ui/fileButton";
import { BigButton } from "./bigButton";
import { Rungs } from "./rungs";

/** The ways out for a bolt that snapped, gentlest first: what each takes, costs and closes. */
export function Ladder({ bay, bolt }: { bay: BayWork; bolt: SnappedBolt }) {
  const writes = useBayWrites(bay.job_id);
  const money = useMoney();
  const seen = bay.photographed.includes(bolt.step);
  return (
    <section aria-label={`Ways out for ${bolt.size}`}>
      <h2 className="text-xl font-semibold">{bolt.size} snapped</h2>
      <Rungs
        rungs={bolt.ladder.map(({ rung, text, possible, why_not, closes }) => ({
          name: rung,
          says: possible ? text : why_not,
          open: possible && !bolt.tried.includes(rung),
          next: rung === bolt.next,
          takes: [
            bandOfHours(bolt.hours[rung] ?? []),
            money(bolt.costs[rung] ?? 0),
            closes.length > 0 && `closes ${closes.join(", ")}`,
          ]
            .filter(Boolean)
            .join(" · "),
          failed: bolt.tried.includes(rung) ? "did not hold" : "",
        }))}
      />
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        <FileButton
          className="grid min-h-16 cursor-pointer place-items-center border border-pale text-xl"
          label="Photo of the snapped bolt"
          accept={PICTURES}
          camera
          onFile={(file) => void writes.photo(bolt.step, file)}
        >
          {seen ? "Another photo of it" : "Photo for the owner"}
        </FileButton>
        <BigButton onClick={() => writes.didNotHold(bolt.id)}>This one did not hold</BigButton>
      </div>
    </section>
  );
}
