import { Answered, useAnswer } from "./answer";
import type { AnswerProps } from "./answer";

/** The rungs of repair as a ladder, those that are closed struck out with their reason. */
export function SnappedAnswer({ fields }: AnswerProps) {
  const query = useAnswer("snapped", fields);
  return (
    <Answered query={query}>
      {(rungs) => (
        <>
          <ol className="max-w-2xl border-x-2 border-ink px-4" aria-label="Ladder of repair">
            {rungs.map((rung) => (
              <li key={rung.rung} className="border-b-2 border-ink py-2 first:border-t-2">
                <span className={rung.possible ? "font-semibold" : "text-pale line-through"}>
                  {rung.rung[0]?.toUpperCase()}
                  {rung.rung.slice(1)}
                </span>
                {rung.possible ? (
                  <span className="block text-sm">{rung.text}</span>
                ) : (
                  <span className="block text-sm text-stop">{rung.why_not}</span>
                )}
                {rung.possible && rung.closes.length > 0 && (
                  <span className="block text-xs text-pale">
                    Closes off: {rung.closes.join(", ")}.
                  </span>
                )}
              </li>
            ))}
          </ol>
          <p className="mt-2 max-w-2xl text-sm text-pale">
            Gentlest first; a larger tap before an insert wastes the insert. The owner agrees before
            money is spent. Eye protection; no torch near lines, tanks, bushings or undercoat.
            Welding is for a licensed welder, by the chassis maker&rsquo;s rules.
          </p>
        </>
      )}
    </Answered>
  );
}
