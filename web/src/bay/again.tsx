import type { BayJoint } from "../api/types";
import { percent, torqueOf } from "../drawings/quantity";

type AgainProps = { joint: BayJoint; bolt: number };

/** In a re-check: what a bolt was last brought to, and what a fall since then usually means. */
export function Again({ joint, bolt }: AgainProps) {
  const row = joint.again.find((one) => one.bolt === bolt);
  if (!row || row.then_n_m === null) return null;
  return (
    <div className="my-2 text-lg" data-testid="again">
      <p>
        Last brought to <span className="font-figure">{torqueOf(row.then_n_m)}</span>. Read what it
        has before you turn it.
      </p>
      {row.compared === "fell" && row.part !== null && (
        <p className={row.reopens ? "text-stop" : "text-watch"}>
          It has {percent(row.part)} less. Usually {row.means.join("; or ")}.
        </p>
      )}
    </div>
  );
}
