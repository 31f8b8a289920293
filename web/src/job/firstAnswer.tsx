import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client } from "../api/client";
import { placeName } from "../api/place";
import type { FirstAnswer as Answer, FirstIn } from "../api/types";
import { degrees, grouped, inDegrees, percent } from "../drawings/quantity";
import { Alert } from "../ui/alert";
import { useMoney } from "./money";
import { useSettled } from "../ui/useSettled";

/** Nobody types for so long before a ranking is asked for. */
const SETTLES_MS = 500;

/** What two weights and a caliper say: lean with its band, what makes it wide, sets worth a look. */
export function FirstAnswer({ first }: { first: FirstIn }) {
  const [asked, same] = useSettled(first, SETTLES_MS);
  const query = useQuery({
    queryKey: ["first-answer", asked],
    queryFn: () => answered(client.POST("/api/first-answer", { body: asked })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  if (query.error) return <Alert roomy={false}>{query.error.message}</Alert>;
  if (query.data === undefined) return <p className="py-3 text-pale">Working it out …</p>;
  return (
    <div data-stale={query.isPlaceholderData || !same}>
      <div className="worked">
        <Lean answer={query.data} />
        <Sets answer={query.data} />
      </div>
    </div>
  );
}

const SCALE_DEG = 8;

/** The lean on a scale, its band as a bar. */
function Lean({ answer }: { answer: Answer }) {
  const { lean_rad, low_rad, high_rad, drivers, unseen } = answer;
  const most = Math.max(SCALE_DEG, Math.ceil(inDegrees(high_rad)));
  const at = (rad: number) => `${(inDegrees(rad) / most) * 100}%`;
  return (
    <>
      <p>
        <span className="figure text-3xl" data-testid="first-lean">
          {degrees(lean_rad)}
        </span>{" "}
        lean at 0.3 g, as it stands; between {degrees(low_rad)} and {degrees(high_rad)}
      </p>
      <div
        role="img"
        aria-label={`Lean ${degrees(lean_rad)} on a scale to ${most}°, band ${degrees(low_rad)} to ${degrees(high_rad)}.`}
        className="relative my-2 h-6 max-w-md border-b border-ink"
      >
        <span
          className="absolute top-2 h-3 bg-before/30"
          style={{ left: at(low_rad), right: `calc(100% - ${at(high_rad)})` }}
        />
        <span className="absolute top-0 h-6 w-0.5 bg-ink" style={{ left: at(lean_rad) }} />
        <span className="absolute -bottom-5 left-0 text-xs text-pale">0°</span>
        <span className="absolute right-0 -bottom-5 text-xs text-pale">{most}°</span>
      </div>
      <p className="mt-6 text-sm">
        What makes the band wide:{" "}
        {drivers
          .map(({ place, label, share }) => `${placeName(place) || label} (± ${percent(share)})`)
          .join(", ")}
        {unseen.length > 0 &&
          `${drivers.length ? "; and " : ""}nobody has looked whether there is a ${unseen.join(" and a ")} bar`}
        . Measure that first.
      </p>
    </>
  );
}

function Sets({ answer }: { answer: Answer }) {
  const money = useMoney();
  if (answer.sets.length === 0)
    return <p className="mt-2 text-sm">The racks hold nothing for this vehicle yet.</p>;
  return (
    <>
      <h3 className="mt-3 text-sm font-semibold">Sets worth a look</h3>
      <p className="text-sm text-pale">{answer.why}</p>
      <ul className="text-sm">
        {answer.sets.map(({ front, rear, lean_rad, price, days, failed }) => (
          <li key={`${front} ${rear}`} className="border-t border-line py-1.5">
            Front: {SAID[front] ?? front}. Rear: {SAID[rear] ?? rear}.{" "}
            <span className="whitespace-nowrap">
              <span className="figure">{degrees(lean_rad)}</span>, {money(price)}
              {days > 0 && `, ${grouped(days, 0)} days`}
            </span>
            {failed.length > 0 && <span className="block text-pale">{failed.join("; ")}</span>}
          </li>
        ))}
      </ul>
    </>
  );
}

/** What needs no part by its number. */
const SAID: Record<string, string> = {
  keep: "as it is",
  renew: "links and bushings renewed",
};
