import { Redo2, Undo2 } from "lucide-react";
import { usePast } from "../api/writes";
import { useJobView } from "./context";
import { placeWords } from "./words";

/** Taking back and doing again as buttons, since a tablet has no Ctrl; each says what it would do. */
export function PastButtons() {
  const { job, writes } = useJobView();
  const { undo, redo } = usePast(job);
  return (
    <div className="flex">
      <Step word="Undo" step={undo} onPress={writes.undo}>
        <Undo2 size={18} />
      </Step>
      <Step word="Redo" step={redo} onPress={writes.redo}>
        <Redo2 size={18} />
      </Step>
    </div>
  );
}

type StepProps = {
  word: "Undo" | "Redo";
  step: ReturnType<typeof usePast>["undo"];
  onPress: () => unknown;
  children: React.ReactNode;
};

function Step({ word, step, onPress, children }: StepProps) {
  const says =
    step === null
      ? `Nothing to ${word.toLowerCase()}`
      : step.ours
        ? `${word} ${placeWords(step.paper, step.place)}: ${step.typed || "taken away"}`
        : `Somebody else has written since; ${word.toLowerCase()} ends here`;
  return (
    <button
      type="button"
      aria-label={says}
      title={says}
      disabled={!step?.ours}
      onClick={() => void onPress()}
      className="grid size-11 place-items-center text-ink hover:text-after disabled:text-pale"
    >
      {children}
    </button>
  );
}
