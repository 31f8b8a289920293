import { GLOSSARY } from "../api/generated/core";
import { Question } from "./question";

type Meaning = { means: string; symbol: string; unit: string };

/** A small ? beside a word of the trade, which opens what it means; nothing beside any other word. */
export function Gloss({ word }: { word: string }) {
  const meaning = (GLOSSARY as Record<string, Meaning>)[word.toLowerCase()];
  if (meaning === undefined) return null;
  const told = [meaning.symbol, meaning.unit].filter((one) => one !== "–").join(", ");
  return (
    <Question
      asks={`What is ${word.toLowerCase()}?`}
      className="size-[26px] text-xs before:absolute before:-inset-[9px]"
    >
      <span className="font-semibold">{word}</span>: {meaning.means}
      {told && <span className="figure text-pale"> ({told})</span>}
    </Question>
  );
}
