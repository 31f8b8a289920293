import { GLOSSARY } from "../api/generated/core";
import { Question } from "./question";

type Meaning = { means: string; symbol: string; unit: string };

const LONGEST_FIRST = Object.keys(GLOSSARY).sort((one, other) => other.length - one.length);

/** Words of the trade that a sentence has, each once, those of many words before their parts. */
export function wordsIn(text: string): string[] {
  let rest = text.toLowerCase();
  return LONGEST_FIRST.filter((word) => {
    const whole = new RegExp(
      `(?<![\\p{L}])${word.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")}(?![\\p{L}])`,
      "gu",
    );
    if (!whole.test(rest)) return false;
    rest = rest.replace(whole, " ");
    return true;
  });
}

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
