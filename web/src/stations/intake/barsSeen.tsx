import { BARS_SEEN } from "../../api/generated/core";
import type { AxleName, BarSeen } from "../../api/types";
import { caliperPlace } from "../../job/firstNumbers";
import { shownAs } from "../../api/units";
import { Pick } from "../../ui/pick";

type BarsSeenProps = {
  bars: Record<AxleName, BarSeen>;
  typed: Record<string, string>;
  onSee: (axle: AxleName, seen: BarSeen) => void;
  onType: (place: string, text: string) => void;
};

const NAMES = { front: "Front bar", rear: "Rear bar" } as const;
const OPTIONS = BARS_SEEN.map((value) => ({ value, text: value }));

/** What is seen of each axle's bar, and the caliper on it. */
export function BarsSeen({ bars, typed, onSee, onType }: BarsSeenProps) {
  return (
    <div className="mt-2 grid max-w-3xl gap-x-8 sm:grid-cols-2">
      {(["front", "rear"] as const).map((axle) => {
        const place = caliperPlace(axle);
        const gone = bars[axle] === "no bar there";
        return (
          <div key={axle}>
            <Pick
              label={NAMES[axle]}
              value={bars[axle]}
              options={OPTIONS}
              onChange={(seen) => onSee(axle, seen)}
            />
            <label className="flex min-h-11 items-center justify-between gap-3 border-b border-line text-sm">
              <span className="text-pale">Caliper on the {NAMES[axle].toLowerCase()}</span>
              <span className="flex items-baseline gap-2">
                <input
                  data-place={place}
                  value={gone ? "" : (typed[place] ?? "")}
                  disabled={gone}
                  placeholder={'1 1/4" or 31.8 mm'}
                  autoComplete="off"
                  onChange={(event) => onType(place, event.target.value)}
                  className="figure min-h-11 w-44 bg-transparent text-right outline-none focus:border-b-2 focus:border-after"
                />
                <span className="text-pale">{shownAs("small_length").symbol}</span>
              </span>
            </label>
          </div>
        );
      })}
    </div>
  );
}
