import { useState } from "react";
import { useBayWrites } from "../api/bay";
import type { BayWork, WorkStep } from "../api/types";
import { shownAs, withUnit } from "../api/units";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";
import { BigPick } from "./bigPick";

type MisfitFormProps = { bay: BayWork; step: WorkStep; onKept: () => void };

/** What does not fit: a number of the fit-up as it is measured here, or words for the desk. */
export function MisfitForm({ bay, step, onKept }: MisfitFormProps) {
  const writes = useBayWrites(bay.job_id);
  const [place, setPlace] = useState("");
  const [typed, setTyped] = useState("");
  const [said, setSaid] = useState("");
  const hole = place.endsWith("bar_hole");
  const ready = place ? typed.trim() !== "" : said.trim() !== "";
  return (
    <form
      aria-label="What does not fit"
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const read = hole ? typed : withUnit(typed, "length");
        writes.misfit({ step: step.key, place, typed: read, said });
        onKept();
      }}
    >
      <BigPick
        label="Measured"
        value={place}
        options={[
          { value: "", text: "something else" },
          ...Object.entries(bay.fit_places).map(([value, text]) => ({ value, text })),
        ]}
        onChange={setPlace}
      />
      {place && (
        <BigField
          label={hole ? "It needs hole, 1 the outermost" : `It needs, ${shownAs("length").symbol}`}
          value={typed}
          maxLength={20}
          inputMode="decimal"
          onChange={(event) => setTyped(event.target.value)}
          className="min-h-16 text-3xl"
        />
      )}
      <BigField
        label="What does not fit, and by how much"
        value={said}
        maxLength={400}
        onChange={(event) => setSaid(event.target.value)}
        className="min-h-16 text-xl"
      />
      <p className="text-pale">
        {place
          ? "It goes onto the fit-up as measured; plan, lean and findings follow."
          : "The lead sees it at Fit; the plan changes here once it is put right there."}
      </p>
      <BigButton type="submit" primary disabled={!ready}>
        Send it to Fit
      </BigButton>
    </form>
  );
}
