import { useState } from "react";
import { useBayWrites } from "../api/bay";
import type { BayWork, Records } from "../api/types";
import { FileButton, PICTURES } from "../ui/fileButton";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";
import { ClearanceRound } from "./clearanceRound";
import { SettleForm } from "./settleForm";
import { jointOf, ROUND, settledAxle } from "./standing";
import type { Standing } from "./standing";
import { TorquePad } from "./torquePad";

type AnswerFormProps = { bay: BayWork; standing: Standing; onDone: () => void };

/** The one thing to do at a step: what it keeps next, as large as a glove needs. */
export function AnswerForm({ bay, standing, onDone }: AnswerFormProps) {
  const { step, missing } = standing;
  const [kind] = missing;
  const writes = useBayWrites(bay.job_id);
  const keep = (what: Records, said: string) => {
    writes.answer(step.key, what, said);
    if (missing.length === 1) onDone();
  };
  if (kind === "torque") return <TorquePad bay={bay} joint={jointOf(step)} onDone={onDone} />;
  if (kind === "photo")
    return (
      <FileButton
        className="grid min-h-20 cursor-pointer place-items-center border border-after bg-after text-2xl font-semibold text-after-ink"
        label="Photo of this step"
        accept={PICTURES}
        camera
        onFile={(file) => {
          void writes.photo(step.key, file).then(() => missing.length === 1 && onDone());
        }}
      >
        Take the photo
      </FileButton>
    );
  if (kind === "number" && step.key === ROUND && bay.obstacles.length > 0)
    return <ClearanceRound bay={bay} />;
  const axle = settledAxle(bay, step);
  const settling = axle && bay.settling[axle];
  if (kind === "number" && axle && settling)
    return <SettleForm bay={bay} axle={axle} settling={settling} />;
  if (kind === "number" || kind === "handed on")
    return <Said key={kind} kind={kind} onKeep={(said) => keep(kind, said)} />;
  return (
    <BigButton primary hand className="min-h-20 text-2xl" onClick={() => keep(kind ?? "tick", "")}>
      {kind === "witness mark" ? "Marked, next" : "Done, next"}
    </BigButton>
  );
}

const ASKS = {
  number: { label: "Measured, with its unit", act: "Keep it, next" },
  "handed on": { label: "Handed on to", act: "Handed on, next" },
};

type SaidProps = { kind: "number" | "handed on"; onKeep: (said: string) => void };

function Said({ kind, onKeep }: SaidProps) {
  const [said, setSaid] = useState("");
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (said.trim()) onKeep(said);
      }}
    >
      <BigField
        label={ASKS[kind].label}
        value={said}
        maxLength={200}
        onChange={(event) => setSaid(event.target.value)}
        className="min-h-16 text-3xl"
      />
      <BigButton
        type="submit"
        primary
        className="mt-3 min-h-20 text-2xl"
        disabled={said.trim() === ""}
      >
        {ASKS[kind].act}
      </BigButton>
    </form>
  );
}
