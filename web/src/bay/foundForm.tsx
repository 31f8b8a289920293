import { useState } from "react";
import { useBayWrites } from "../api/bay";
import type { BayWork, Fault, Rating, WorkStep } from "../api/types";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";
import { BigPick } from "./bigPick";

const RATINGS: { value: Rating; text: string }[] = [
  { value: "watch", text: "watch: look at it again later" },
  { value: "replace", text: "replace: it is renewed on this job" },
  { value: "stop", text: "stop: it does not go to the road so" },
];

type FoundFormProps = { bay: BayWork; step: WorkStep; onKept: () => void };

/** Something nobody had seen before: the look-over grows by it, and so may the plan. */
export function FoundForm({ bay, step, onKept }: FoundFormProps) {
  const writes = useBayWrites(bay.job_id);
  const [part, setPart] = useState(
    () => (bay.parts.find(({ key }) => key === step.spot) ?? bay.parts[0])?.key ?? "",
  );
  const [fault, setFault] = useState<Fault | "">("");
  const [rating, setRating] = useState<Rating>("replace");
  const [said, setSaid] = useState("");
  const faults = bay.parts.find(({ key }) => key === part)?.faults ?? [];
  return (
    <form
      aria-label="Something else found"
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        writes.found({ step: step.key, part, fault: fault || null, rating, said });
        onKept();
      }}
    >
      <BigPick
        label="Part"
        value={part}
        options={bay.parts.map(({ key, name }) => ({ value: key, text: name }))}
        onChange={(key) => {
          setPart(key);
          setFault("");
        }}
      />
      <BigPick
        label="What is wrong"
        value={fault}
        options={[
          { value: "", text: "as written below" },
          ...faults.map((one) => ({ value: one, text: one })),
        ]}
        onChange={setFault}
      />
      <BigPick label="How it is" value={rating} options={RATINGS} onChange={setRating} />
      <BigField
        label="In your words"
        value={said}
        maxLength={400}
        onChange={(event) => setSaid(event.target.value)}
        className="min-h-16 text-xl"
      />
      <BigButton type="submit" primary disabled={fault === "" && said.trim() === ""}>
        Add it to the look-over
      </BigButton>
    </form>
  );
}
