import type { ReactNode } from "react";

type FoldProps = { title: string; open?: boolean; className?: string; children: ReactNode };

/** What is seldom wanted, folded away under its name. */
export function Fold({ title, open = false, className = "", children }: FoldProps) {
  return (
    <details className={className} open={open}>
      <summary className="min-h-11 cursor-pointer content-center text-sm underline underline-offset-4">
        {title}
      </summary>
      {children}
    </details>
  );
}
