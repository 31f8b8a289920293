import type { TorqueRow } from "../api/types";
import { torqueOf } from "../drawings/quantity";
import { shortDay } from "../job/days";
import { supersededOf } from "./standing";

/** Every row of a joint as it was kept; what was superseded is struck through, never gone. */
export function TorqueLog({ rows }: { rows: TorqueRow[] }) {
  const gone = supersededOf(rows);
  if (rows.length === 0) return null;
  return (
    <ol aria-label="Torque log" className="mt-3 text-sm">
      {rows.map((row) => (
        <li key={row.id} className="border-t border-line py-1">
          <span className={gone.has(row.id) ? "line-through" : ""}>
            Bolt {row.bolt}: {row.got_n_m == null ? row.how : torqueOf(row.got_n_m)}
          </span>{" "}
          <span className={row.judged === "passes" ? "text-after" : "text-stop"}>{row.judged}</span>
          {row.override && `, let pass: ${row.override}`}
          <span className="text-pale">
            {" "}
            {[row.wrench, row.simulated && "simulated", row.person, shortDay(row.done_at)]
              .filter(Boolean)
              .join(", ")}
          </span>
        </li>
      ))}
    </ol>
  );
}
