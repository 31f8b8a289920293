import { BarShape } from "../drawings/barShape";
import { barRate, known, tape } from "../drawings/quantity";
import { Answered, Figures, useAnswer } from "./answer";
import type { AnswerProps } from "./answer";

/** A bar's rate, with what rubber takes of it, and what it should weigh. */
export function BarAnswer({ fields }: AnswerProps) {
  const query = useAnswer("bar", fields);
  return (
    <Answered query={query}>
      {(found) => (
        <>
          <BarShape bar={found.bar} />
          <Figures
            rows={[
              ["Bar rate", barRate(found.rate_n_per_m)],
              ["Steel alone", barRate(found.steel_rate_n_per_m)],
              ["Length along the bends", `${tape(found.developed_length_m)}`],
              ["Should weigh", known(found.mass_kg, "mass", 0.1)],
            ]}
          />
          <p className="mt-1 text-sm text-pale">
            Arms square to the centre part. Ends pushed oppositely; the same for every steel.
          </p>
        </>
      )}
    </Answered>
  );
}
