import { degrees, tape } from "../drawings/quantity";
import { Answered, Figures, useAnswer } from "./answer";
import type { AnswerProps } from "./answer";

/** Which hole sets the arm level, what it leaves, and the link that would set it exactly. */
export function LevelAnswer({ fields }: AnswerProps) {
  const query = useAnswer("level", fields);
  return (
    <Answered query={query}>
      {({ number, off_m, off_rad, link_m }) => (
        <>
          <Figures
            rows={[
              ["Hole, counted from the first measured", String(number)],
              [
                "The arm’s tip then stands",
                Math.abs(off_m) < 5e-4
                  ? "level with the bar"
                  : `${tape(Math.abs(off_m))} ${off_m > 0 ? "above" : "below"} it`,
              ],
              ...(off_rad == null
                ? []
                : [["Arm above level", degrees(off_rad)] as [string, string]]),
              ["Link for that hole exactly level", `${tape(link_m)}`],
            ]}
          />
          <p className="mt-2 max-w-prose text-sm text-pale">
            Both sides on level ground, trip-ready, the link plumb. A link that leans more than a
            few degrees changes it: draw it at Fit then.
          </p>
        </>
      )}
    </Answered>
  );
}
