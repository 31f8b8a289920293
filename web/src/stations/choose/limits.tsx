import { grouped, inG } from "../../drawings/quantity";
import { isChosen } from "../../job/chosen";
import { useJobView } from "../../job/context";

/** Where a steady bend ends: a wheel lifts, the vehicle tips; with what that is worth. */
export function Limits() {
  const { job, state } = useJobView();
  if (state === undefined) return null;
  const { before, after } = state;
  const chosen = isChosen(job.set_up);
  const figure = (read: (tables: typeof before) => number) =>
    `${grouped(inG(read(before)), 2)} g` + (chosen ? ` → ${grouped(inG(read(after)), 2)} g` : "");
  return (
    <p className="mt-1 text-sm" data-testid="limits">
      Inner wheel lifts at <span className="figure">{figure((one) => one.lift_m_s2)}</span>, by the
      same model it tips over at{" "}
      <span className="figure">{figure((one) => one.rollover_m_s2)}</span>.{" "}
      <span className="text-pale">
        A bound, not a promise: kerbs, ruts, soft tyres and quick steering tip it earlier, and no
        bar lowers its centre of gravity.
      </span>
    </p>
  );
}
