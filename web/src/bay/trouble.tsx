import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { useBayWrites } from "../api/bay";
import type { BayWork, WorkStep } from "../api/types";
import { useMoney } from "../job/money";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";
import { Ladder } from "./ladder";

type TroubleProps = { bay: BayWork; step: WorkStep; onClose: () => void };

/** What can go wrong at a step, and where each leads. */
export function Trouble({ bay, step, onClose }: TroubleProps) {
  const [snapped, setSnapped] = useState(false);
  const own = bay.snapped.filter((bolt) => bolt.step === step.key);
  const params = { jobId: String(bay.job_id) };
  const link = "grid min-h-16 place-items-center border border-pale px-3 text-center text-xl";
  return (
    <section aria-label="Trouble" className="flex flex-1 flex-col gap-3 pt-3">
      <h1 className="text-3xl font-semibold">Trouble</h1>
      <p className="text-pale">{step.what}</p>
      <OverAgreed bay={bay} />
      {own.map((bolt) => (
        <Ladder key={bolt.id} bay={bay} bolt={bolt} />
      ))}
      {snapped ? (
        <SnappedForm bay={bay} step={step} onKept={() => setSnapped(false)} />
      ) : (
        (step.undoes ?? []).length > 0 && (
          <BigButton onClick={() => setSnapped(true)}>
            {own.length > 0 ? "Another bolt snapped" : "A bolt snapped"}
          </BigButton>
        )
      )}
      <Link to="/jobs/$jobId/fit" params={params} className={link}>
        It does not fit: measure it at Fit
      </Link>
      <Link to="/jobs/$jobId/build" params={params} search={{ sheet: "order" }} className={link}>
        Wrong or missing part: say so in the order
      </Link>
      <Link to="/jobs/$jobId/look" params={params} className={link}>
        Something else found: rate it at Look
      </Link>
      <BigButton className="mt-auto" onClick={onClose}>
        Back to the step
      </BigButton>
    </section>
  );
}

/** That the plan has become dearer than the owner agreed to. */
function OverAgreed({ bay: { job_id, agreed_cents, middle_cents } }: { bay: BayWork }) {
  const money = useMoney();
  if (agreed_cents === null || middle_cents <= agreed_cents) return null;
  return (
    <Link
      to="/jobs/$jobId/build"
      params={{ jobId: String(job_id) }}
      search={{ sheet: "quote" }}
      className="border-l-4 border-watch py-2 pl-3 text-lg text-watch underline underline-offset-4"
    >
      {money((middle_cents - agreed_cents) / 100)} over the sum agreed: ask the owner first
    </Link>
  );
}

type SnappedFormProps = { bay: BayWork; step: WorkStep; onKept: () => void };

/** The hole as it is now; its ladder follows. */
function SnappedForm({ bay, step, onKept }: SnappedFormProps) {
  const writes = useBayWrites(bay.job_id);
  const sizes = [...new Set((step.undoes ?? []).map(({ size }) => size))];
  const [size, setSize] = useState(sizes[0] ?? "");
  const [wall, setWall] = useState("");
  const [edge, setEdge] = useState("");
  const [reachable, setReachable] = useState(false);
  const field = (label: string, value: string, change: (value: string) => void) => (
    <BigField
      label={label}
      value={value}
      maxLength={20}
      onChange={(event) => change(event.target.value)}
      className="min-h-16 text-3xl"
    />
  );
  return (
    <form
      aria-label="The bolt that snapped"
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        writes.snapped({ step: step.key, size, wall, edge, reachable });
        onKept();
      }}
    >
      {field("Size", size, setSize)}
      {field("Wall that holds its thread, mm", wall, setWall)}
      {field("Its middle to the nearest edge, mm", edge, setEdge)}
      <label className="flex min-h-14 items-center gap-3 text-xl">
        <input
          type="checkbox"
          className="size-7 accent-after"
          checked={reachable}
          onChange={(event) => setReachable(event.target.checked)}
        />
        A hand reaches behind it
      </label>
      <BigButton type="submit" primary disabled={!size.trim() || !wall.trim() || !edge.trim()}>
        Show the ways out
      </BigButton>
    </form>
  );
}
