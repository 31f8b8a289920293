import type { Code } from "../api/people";

/** A code, told once: to be read out, or sent as a link. */
export function CodeTold({ code, whom }: { code: Code; whom: string }) {
  const link = `${location.origin}${code.path}`;
  const days = code.days === 1 ? "one day" : `${code.days} days`;
  return (
    <div role="status" className="my-3 border-l-2 border-after pl-3">
      <p>
        Tell {whom} this code. It lets one person in, within {days}, and is not shown again.
      </p>
      <p className="figure my-2 text-2xl select-all" data-testid="code">
        {code.code}
      </p>
      <p className="text-sm text-pale">
        Or send the link: <span className="break-all text-ink select-all">{link}</span>
      </p>
    </div>
  );
}
