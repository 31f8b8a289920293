import { Popover } from "radix-ui";

type SheetHelpProps = { name: string; says: readonly string[] };

/** A ? beside a sheet's name, which says in three lines what the sheet is for. */
export function SheetHelp({ name, says }: SheetHelpProps) {
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`What is ${name} for?`}
        className="relative size-11 shrink-0 text-sm text-pale hover:text-after"
      >
        ?
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={2}
          collisionPadding={8}
          className="z-20 max-w-80 border border-ink bg-sheet p-3 text-sm text-ink"
        >
          {says.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
