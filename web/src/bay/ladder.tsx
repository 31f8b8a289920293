import { useBayWrites } from "../api/bay";
import type { BayWork, SnappedBolt } from "../api/types";
import { useMoney } from "../job/money";
import { bandOfHours } from "../job/steps";
import { BigButton } from "./bigButton";

/** The ways out for a bolt that snapped, gentlest first: what each takes, costs and closes. */
export function Ladder({ bay, bolt }: { bay: BayWork; bolt: SnappedBolt }) {
  const writes = useBayWrites(bay.job_id);
  const money = useMoney();
  return (
    <section aria-label={`Ways out for ${bolt.size}`}>
      <h2 className="text-xl font-semibold">{bolt.size} snapped</h2>
      <ol>
        {bolt.ladder.map((way) => {
          const tried = bolt.tried.includes(way.rung);
          const closed = !way.possible || tried;
          return (
            <li
              key={way.rung}
              className={`mt-2 border p-3 ${way.rung === bolt.next ? "border-2 border-after" : "border-line"}`}
            >
              <span className={`text-lg font-semibold ${closed ? "text-pale line-through" : ""}`}>
                {way.rung}
              </span>
              <span className="block">{way.possible ? way.text : way.why_not}</span>
              {!closed && (
                <span className="block text-pale">
                  {bandOfHours(bolt.hours[way.rung] ?? [])}, {money(bolt.costs[way.rung] ?? 0)}
                  {way.closes.length > 0 && ` · closes ${way.closes.join(", ")}`}
                </span>
              )}
              {tried && <span className="block text-stop">did not hold</span>}
            </li>
          );
        })}
      </ol>
      <BigButton className="mt-3" onClick={() => writes.didNotHold(bolt.id)}>
        This one did not hold
      </BigButton>
    </section>
  );
}
