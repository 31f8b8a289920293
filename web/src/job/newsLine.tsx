import type { Base } from "../api/outbox/write";
import type { Seen } from "./useNews";
import { placeWords } from "./words";

/** What somebody else just wrote, with their name, for some seconds. */
export function NewsLine({ seen }: { seen: Seen[] }) {
  return (
    <p role="status" aria-label="What others wrote" className="min-h-5 text-[13px] text-pale">
      {seen
        .map(
          ({ person, paper, place, typed }) =>
            `${person}: ${placeWords(paper as Base, place)}${typed ? ` ${typed}` : ""}`,
        )
        .join(" · ")}
    </p>
  );
}
