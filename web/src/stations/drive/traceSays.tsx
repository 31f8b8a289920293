import type { DrivenRun } from "../../api/types";
import { withBand } from "./figures";

/** What a run leaves open: nothing, damping, or frequency with it. */
const NOT_TOLD = [
  "",
  "how it is damped this run does not tell",
  "how fast it rocks and how it is damped this run does not tell",
];

/** What a run's log says, in a sentence. */
export function TraceSays({ run: { answer } }: { run: DrivenRun }) {
  const { roll_gradient_deg_per_g: gradient, after_events: rests } = answer;
  const rocks = gradient ? answer.natural_frequency_hz : rests?.frequency_hz;
  const damped = gradient ? answer.damping_ratio : rests?.damping_ratio;
  return (
    <>
      {gradient && (
        <>
          <span className="figure">{withBand(gradient, "°/g")}</span>,{" "}
        </>
      )}
      {rocks && (
        <>
          rocks at <span className="figure">{withBand(rocks, " Hz")}</span>,{" "}
        </>
      )}
      {damped && (
        <>
          damped <span className="figure">{withBand(damped, "")}</span> of critical
        </>
      )}
      {NOT_TOLD[Number(!rocks) + Number(!damped)]}
      {!gradient && rests && (
        <>
          , at rest after <span className="figure">{withBand(rests.still_after_s, " s")}</span>
        </>
      )}
      .
    </>
  );
}
