import type { ReactNode } from "react";
import { Gloss } from "./gloss";
import { Scroller } from "./scroller";

/** A heading over figures, or one over words, which stands to the left. */
export type Head = string | { text: string; words?: boolean; title?: string };

type TableProps = {
  /** One a column; empty for a column that needs none. None at all for rows that say it themselves. */
  heads?: Head[];
  caption?: string;
  label?: string;
  className?: string;
  children: ReactNode;
};

/** Rows of figures: the first column says what they are of. */
export function Table({ heads, caption, label, className = "w-full", children }: TableProps) {
  return (
    <Scroller label={label ?? caption ?? "Table"}>
      <table className={`text-sm ${className}`} aria-label={label}>
        {caption && <caption className="text-left font-semibold">{caption}</caption>}
        {heads && (
          <thead>
            <tr className="border-b border-ink text-xs text-pale">
              {heads.map((head, i) => (
                <Heading key={i} head={head} first={i === 0} />
              ))}
            </tr>
          </thead>
        )}
        <tbody>{children}</tbody>
      </table>
    </Scroller>
  );
}

function Heading({ head, first }: { head: Head; first: boolean }) {
  const { text, words = first, title } = typeof head === "string" ? { text: head } : head;
  const look = `py-1 font-normal ${words ? "text-left" : "text-right"} ${first ? "" : "pl-3"}`;
  // A column without a heading is no heading to a reader aloud either.
  return text === "" ? (
    <td className={look} />
  ) : (
    <th scope="col" title={title} className={look}>
      {text}
      <Gloss word={text} />
    </th>
  );
}

type RowProps = React.ComponentProps<"tr">;

/** One row; cells of class `figure` are numbers and stand to the right. */
export function Row({ className = "", ...rest }: RowProps) {
  return (
    <tr
      className={`border-t border-line [&>.figure:not(:first-child)]:text-right [&>td]:py-1 [&>td:not(:first-child)]:pl-3 ${className}`}
      {...rest}
    />
  );
}
