import { Popover } from "radix-ui";
import { GLOSSARY } from "../api/generated/core";

type Meaning = { means: string; symbol: string; unit: string };

/** A small ? beside a word of the trade, which opens what it means; nothing beside any other word. */
export function Gloss({ word }: { word: string }) {
  const meaning = (GLOSSARY as Record<string, Meaning>)[word.toLowerCase()];
  if (meaning === undefined) return null;
  const told = [meaning.symbol, meaning.unit].filter((one) => one !== "–").join(", ");
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`What is ${word.toLowerCase()}?`}
        className="relative size-[26px] text-xs text-pale before:absolute before:-inset-[9px] hover:text-after"
      >
        ?
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-20 max-w-72 border border-ink bg-sheet p-3 text-sm text-ink"
        >
          <span className="font-semibold">{word}</span>: {meaning.means}
          {told && <span className="figure text-pale"> ({told})</span>}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
