import { Row, Table } from "../../ui/table";
import { useCertainty } from "../../api/queries";
import { GoToPlace } from "../../job/findings";
import { useJobView } from "../../job/context";
import { LOAD_NAMES } from "../../api/generated/core";
import { degrees, grouped } from "../../drawings/quantity";

const SHOWN = 14;

/** What each number costs in certainty, worst first, so that the right one is measured next. */
export function CertaintySheet() {
  const { job, loadKey } = useJobView();
  const certainty = useCertainty(job, loadKey);
  if (certainty.isLoadingError) return <p className="text-stop">{certainty.error.message}</p>;
  if (!certainty.data) return <p className="text-pale">Working it out …</p>;
  const { lean_rad: lean, band_rad: band, costs } = certainty.data;
  const most = costs[0]?.share ?? 1;
  const [first, second] = costs;
  return (
    <section aria-label="Certainty" className="max-w-4xl">
      <p className="text-lg">
        Lean at 0.3 g, {LOAD_NAMES[loadKey].toLowerCase()}:{" "}
        <span className="font-semibold" data-testid="lean-band">
          {degrees(lean)} ± {degrees(band)}
        </span>
      </p>
      {first && (
        <p className="mb-3 text-sm text-pale">
          Measure the {first.label.toLowerCase()}
          {second ? `, then the ${second.label.toLowerCase()}` : ""}: they drive the band.
        </p>
      )}
      <Table
        heads={[
          "number",
          { text: "how it is known", words: true },
          { text: "of the answer", words: true },
          "",
        ]}
      >
        {costs.slice(0, SHOWN).map((cost) => (
          <Row key={cost.place}>
            <td>
              <GoToPlace place={cost.place} text={nameOf(cost.place, cost.label)} />
            </td>
            <td className="text-pale">{cost.known}</td>
            <td className="figure">± {grouped(cost.share * 100, cost.share < 0.02 ? 1 : 0)} %</td>
            <td className="w-2/5">
              <svg viewBox="0 0 200 8" className="h-2 w-full" aria-hidden="true">
                <rect
                  width={(cost.share / most) * 200}
                  height={8}
                  fill={cost.known === "measured" ? "var(--ink)" : "none"}
                  stroke="var(--ink)"
                  strokeDasharray={cost.known === "estimated" ? "2 2" : undefined}
                />
              </svg>
            </td>
          </Row>
        ))}
      </Table>
      {costs.length > SHOWN && (
        <p className="mt-1 text-xs text-pale">
          {costs.length - SHOWN} more numbers add less than that.
        </p>
      )}
    </section>
  );
}

function nameOf(place: string, label: string): string {
  const axle = /^(front|rear)\./.exec(place)?.[1];
  return axle ? `${label}, ${axle}` : label;
}
