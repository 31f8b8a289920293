import type { Settling } from "../api/types";
import { degrees, grouped, known } from "../drawings/quantity";

/** What an axle as it was set last comes to: what is to be mended, and what it changes. */
export function Settled({ settling }: { settling: Settling }) {
  const { settled, typed, override, person } = settling;
  if (settled === null) return null;
  const rest = settled.rest_lean_rad ?? 0;
  return (
    <div className={`mt-3 border-l-4 pl-3 ${settled.holds ? "border-after" : "border-stop"}`}>
      <p className="text-pale">
        Set by {person}: left {typed.left_link}, right {typed.right_link}
        {typed.gap && `, the last bolt misses by ${typed.gap}`}
      </p>
      {settled.says.map((says) => (
        <p key={says} className={`text-lg ${settled.holds ? "" : "text-stop"}`}>
          {says}
        </p>
      ))}
      <p className="text-pale tabular-nums">
        {[
          `motion ratio ${settled.ratios.map((one) => (one == null ? "none" : grouped(one, 2))).join(" and ")}`,
          settled.lean_rad !== null &&
            settled.planned_lean_rad !== null &&
            `lean at 0.3 g ${degrees(settled.lean_rad, 2)}, planned ${degrees(settled.planned_lean_rad, 2)}`,
          settled.preload_n > 1 && `preload ${known(settled.preload_n, "force", 10)} at each end`,
          Math.abs(rest) > 1e-4 &&
            `leans ${degrees(Math.abs(rest), 2)} to the ${rest > 0 ? "right" : "left"} at rest`,
        ]
          .filter(Boolean)
          .join(" · ")}
      </p>
      {override && <p className="text-watch">A lead has it tightened all the same: {override}</p>}
    </div>
  );
}
