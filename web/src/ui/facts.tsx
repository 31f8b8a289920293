import type { ReactNode } from "react";

/** What something is, line by line: the name of a fact to the left, the fact to the right. */
export function Facts({ className = "", children }: { className?: string; children: ReactNode }) {
  return <dl className={`grid grid-cols-[6rem_1fr] ${className}`}>{children}</dl>;
}

/** One line of them. */
export function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="contents">
      <dt className="border-t border-line py-0.5 text-pale">{name}</dt>
      <dd className="border-t border-line py-0.5">{children}</dd>
    </div>
  );
}
