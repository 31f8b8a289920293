import { Popover } from "radix-ui";
import type { ReactNode } from "react";

type QuestionProps = {
  /** What is asked, for those who hear it. */
  asks: string;
  /** Size of the ? itself. */
  className: string;
  children: ReactNode;
};

/** A small ? that opens what it answers. */
export function Question({ asks, className, children }: QuestionProps) {
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={asks}
        className={`relative text-pale hover:text-after ${className}`}
      >
        ?
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-20 max-w-80 border border-ink bg-sheet p-3 text-sm text-ink"
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
