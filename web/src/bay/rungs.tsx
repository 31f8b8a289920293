export type RungShown = {
  name: string;
  says: string;
  open: boolean;
  next: boolean;
  /** Hours and costs of one that is open. */
  takes: string;
  /** What came of one that was tried. */
  failed: string;
};

/** Ways out, gentlest first: the next framed, those that are closed struck through. */
export function Rungs({ rungs }: { rungs: RungShown[] }) {
  return (
    <ol>
      {rungs.map(({ name, says, open, next, takes, failed }) => (
        <li
          key={name}
          className={`mt-2 border p-3 ${next ? "border-2 border-after" : "border-line"}`}
        >
          <span className={`text-lg font-semibold ${open ? "" : "text-pale line-through"}`}>
            {name}
          </span>
          <span className="block">{says}</span>
          {open && <span className="block text-pale">{takes}</span>}
          {failed && <span className="block text-stop">{failed}</span>}
        </li>
      ))}
    </ol>
  );
}
