import { Question } from "../ui/question";

type SheetHelpProps = { name: string; says: readonly string[] };

/** A ? beside a sheet's name, which says in three lines what the sheet is for. */
export function SheetHelp({ name, says }: SheetHelpProps) {
  return (
    <Question asks={`What is ${name} for?`} className="size-11 shrink-0 text-sm">
      {says.map((line) => (
        <p key={line}>{line}</p>
      ))}
    </Question>
  );
}
