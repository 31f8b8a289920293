import { useState } from "react";
import type { BayWork } from "../api/types";
import { BigButton } from "./bigButton";

type PlanMovedProps = { bay: BayWork; onOpen: (key: string) => void };

/** That the plan became another while somebody worked by it: what is new, and what is gone. */
export function PlanMoved({ bay, onOpen }: PlanMovedProps) {
  const [seen, setSeen] = useState(bay.steps);
  const now = new Set(bay.steps.map(({ key }) => key));
  const before = new Set(seen.map(({ key }) => key));
  const fresh = bay.steps.filter(({ key }) => !before.has(key));
  const gone = seen.filter(({ key }) => !now.has(key));
  if (fresh.length === 0 && gone.length === 0) return null;
  return (
    <section
      aria-label="The plan changed"
      className="my-2 flex flex-col gap-2 border-l-4 border-watch pl-3"
    >
      <p className="text-lg text-watch">The plan changed.</p>
      {fresh.map(({ key, what }) => (
        <button
          key={key}
          type="button"
          onClick={() => onOpen(key)}
          className="min-h-14 text-left text-lg underline underline-offset-4"
        >
          New: {what}
        </button>
      ))}
      {gone.map(({ key, what }) => (
        <p key={key} className="text-pale line-through">
          {what}
        </p>
      ))}
      <BigButton onClick={() => setSeen(bay.steps)}>Seen</BigButton>
    </section>
  );
}
