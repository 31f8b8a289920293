import { grouped, percent } from "../../drawings/quantity";
import { useMoney } from "../../job/money";
import { Agreement } from "./agreement";
import { QuoteBand } from "./quoteBand";
import { useWorkView } from "./workView";

/** What the job takes and costs as bands, and the three things that widen them most. */
export function QuoteSheet() {
  const { quote } = useWorkView();
  const money = useMoney();
  return (
    <div className="grid max-w-5xl grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <QuoteBand name="Hours" band={quote.hours} say={(value) => `${grouped(value, 1)} h`} />
        <QuoteBand name="Price with parts" band={quote.price} say={(value) => money(value)} />
        <QuoteBand
          name="Working days"
          band={quote.days}
          say={(value) => `${grouped(value, 1)} days`}
        />
        <p className="mt-3 text-sm text-pale">
          The thick part holds eight of ten; the tick is the middle. {grouped(quote.draws, 0)} draws
          of every step&rsquo;s hours and every old bolt, the same each time.
        </p>
        <Agreement />
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <h2 className="font-semibold">What widens it most</h2>
        <ol>
          {quote.drivers.map(({ what, share, chance }) => (
            <li key={what} className="border-t border-line py-1.5 text-sm">
              <span className="figure">{percent(share)}</span>{" "}
              <span className="font-medium">{what}</span>
              {chance && (
                <span className="block text-pale">
                  {percent(chance.posterior)} each:{" "}
                  {chance.came_off + chance.snapped > 0
                    ? `${percent(chance.prior)} to start with, and ${chance.snapped} snapped of ${chance.came_off + chance.snapped} here`
                    : `${percent(chance.prior)} to start with, workshop practice; none of our own yet`}
                </span>
              )}
            </li>
          ))}
        </ol>
        <p className="mt-2 text-sm">
          {quote.snapping < 0.005
            ? "No bolt is likely to snap."
            : `At least one bolt snaps in ${percent(quote.snapping)} of all draws; its repair is in the band.`}
        </p>
      </div>
    </div>
  );
}
