import type { DriveView } from "../../api/types";
import { manoeuvreOf } from "./figures";

/** Runs before and after that may not be held beside each other, and why. */
export function NotCompared({ drive }: { drive: DriveView }) {
  const apart = drive.verdicts.compared.filter((one) => one.comparison.comparable.length > 0);
  return (
    <ul className="mt-2 text-sm text-watch">
      {apart.map(({ before_id, after_id, comparison }) => (
        <li key={`${before_id} ${after_id}`}>
          <span className="inline-block first-letter:uppercase">
            {manoeuvreOf(drive, after_id)}
          </span>
          , not compared: {comparison.comparable.join("; ")}.
        </li>
      ))}
    </ul>
  );
}
