import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import type { Part } from "../../api/types";
import { RatingMark } from "../../ui/ratingMark";
import { checkOf, partName } from "./checkOf";
import { RATINGS } from "./partEditor";

type PartListProps = { parts: Part[]; chosen: string; onChoose: (key: string) => void };

/** The same parts as a list, for the keyboard: one rating a line. */
export function PartList({ parts, chosen, onChoose }: PartListProps) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  return (
    <ul className="columns-2 gap-x-6 text-sm max-sm:columns-1">
      {parts.map((part) => {
        const check = checkOf(job.look_over, part.key);
        const name = partName(part);
        return (
          <li
            key={part.key}
            className="flex min-h-11 break-inside-avoid items-center gap-2 border-b border-line"
          >
            <RatingMark rating={check.rating ?? "unseen"} />
            <button
              type="button"
              aria-current={chosen === part.key}
              onClick={() => onChoose(part.key)}
              className="min-h-11 flex-1 text-left hover:text-after aria-[current=true]:font-semibold"
            >
              {name}
            </button>
            <select
              aria-label={`Rating of the ${name}`}
              value={check.rating ?? "unseen"}
              disabled={!writable}
              onChange={(event) =>
                void writes.enterOnPaper(
                  "look_over",
                  `parts.${part.key}.rating`,
                  event.target.value,
                )
              }
              className="min-h-11 bg-paper"
            >
              <option value="unseen">unseen</option>
              {RATINGS.map(({ value, text }) => (
                <option key={value} value={value}>
                  {text}
                </option>
              ))}
            </select>
          </li>
        );
      })}
    </ul>
  );
}
