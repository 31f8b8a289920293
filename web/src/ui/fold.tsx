import type { ReactNode } from "react";

type FoldProps = {
  title: string;
  open?: boolean;
  className?: string;
  /** Of its name; a glove asks for more height. */
  nameClass?: string;
  children: ReactNode;
};

/** What is seldom wanted, folded away under its name. */
export function Fold({
  title,
  open = false,
  className = "",
  nameClass = "min-h-11 text-sm",
  children,
}: FoldProps) {
  return (
    <details className={className} open={open}>
      <summary
        className={`cursor-pointer content-center underline underline-offset-4 ${nameClass}`}
      >
        {title}
      </summary>
      {children}
    </details>
  );
}
