import { useState } from "react";
import { gapPlace, useBayWrites } from "../api/bay";
import { useSent } from "../api/outbox/useOutbox";
import { shownAs } from "../api/units";
import type { BayWork, NearObstacle } from "../api/types";
import { caliper } from "../drawings/quantity";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";

/** Round the vehicle before the road: each obstacle's gap, beside the one on paper. */
export function ClearanceRound({ bay }: { bay: BayWork }) {
  return (
    <ol aria-label="Obstacles">
      {bay.obstacles.map((one) => (
        <Gap key={one.obstacle.key} jobId={bay.job_id} one={one} />
      ))}
    </ol>
  );
}

function Gap({ jobId, one }: { jobId: number; one: NearObstacle }) {
  const { obstacle, typed, says, person } = one;
  const writes = useBayWrites(jobId);
  const sent = useSent(jobId)("bay", gapPlace(obstacle.key));
  const [gap, setGap] = useState("");
  const stands = sent && !sent.refused ? sent.typed : typed;
  return (
    <li className="border-t border-line py-2">
      <form
        className="flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (!gap.trim()) return;
          writes.gap(obstacle.key, gap);
          setGap("");
        }}
      >
        <BigField
          label={
            <>
              <span className="text-ink">{obstacle.name}</span>{" "}
              {caliper(Math.max(0, obstacle.computed_m))} on paper, {shownAs("small_length").symbol}
            </>
          }
          value={gap}
          placeholder={stands}
          inputMode="decimal"
          maxLength={20}
          onChange={(event) => setGap(event.target.value)}
          className="min-h-14 text-2xl"
        />
        <BigButton type="submit" className="max-w-28" disabled={gap.trim() === ""}>
          Keep
        </BigButton>
      </form>
      {stands && (
        <p className="text-pale">
          {stands}
          {person && !sent ? `, ${person}` : ""}
        </p>
      )}
      {says && !sent && <p className="text-watch">{says}</p>}
      {sent?.refused && <p className="text-stop">{sent.refused}</p>}
    </li>
  );
}
