import type { AgainstSheet } from "../../api/types";
import { grouped } from "../../drawings/quantity";
import { Fold } from "../../ui/fold";

/** What would explain a run that is not as predicted, each tested alone. */
export function Explained({ judged }: { judged: AgainstSheet }) {
  if (judged.explanations.length === 0) return null;
  const [does, does_not] = [true, false].map((explains) =>
    judged.explanations.filter((one) => one.explains === explains),
  );
  return (
    <section aria-label="What would explain it">
      <h2 className="font-semibold">
        What would explain it <span className="font-normal text-pale">each tested alone</span>
      </h2>
      <ul className="text-sm">
        {does?.map((one) => (
          <li key={one.what} className="border-b border-line py-2">
            <p>
              {one.what}: <span className="figure">{grouped(one.gradient_deg_per_g, 1)}°/g</span>{" "}
              with it.
            </p>
            <p className="text-pale">{one.check}.</p>
          </li>
        ))}
      </ul>
      {does?.length === 0 && (
        <p className="text-sm text-watch">
          None of these alone explains it. Several parts at once might; the yard roll test after
          each part tells them apart, a road run after all of them cannot.
        </p>
      )}
      <Fold title="What does not explain it" className="text-sm">
        <ul className="text-pale">
          {does_not?.map((one) => (
            <li key={one.what} className="border-b border-line py-1">
              {one.what}: <span className="figure">{grouped(one.gradient_deg_per_g, 1)}°/g</span>.
            </li>
          ))}
        </ul>
      </Fold>
    </section>
  );
}
