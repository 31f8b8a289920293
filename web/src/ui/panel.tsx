import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

type PanelProps = { open: boolean; onClose: () => void; title: string; children: ReactNode };

/** A dialog on a plain sheet of paper; Esc or the button closes it. */
export function Panel({ open, onClose, title, children }: PanelProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-paper/70" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 max-h-[76vh] w-[min(34rem,calc(100vw-2rem))] -translate-x-1/2 overflow-auto border border-ink bg-sheet p-5"
        >
          <Dialog.Title className="mb-3 text-lg font-semibold">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
