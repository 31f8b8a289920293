import type { BayWork, WorkStep } from "../api/types";
import type { Standing } from "./standing";

/** "18 mm deep socket" as a figure and what it is. */
const SIZED = /^([\d./ "⅛¼⅜½⅝¾⅞]+)\s*(.*)$/;

/** Sockets and wrenches as large as on the shelf, the rest in words. */
export function Tools({ step }: { step: WorkStep }) {
  const tools = step.tools ?? [];
  const people = step.people ?? 1;
  return (
    <div className="mt-3 flex flex-wrap items-end gap-x-8 gap-y-2" aria-label="Tools">
      {tools.map((tool) => {
        const sized = SIZED.exec(tool);
        return sized ? (
          <span key={tool} className="flex items-baseline gap-2">
            <span className="font-figure text-5xl tracking-tight">{sized[1]?.trim()}</span>
            <span className="text-pale">{sized[2]}</span>
          </span>
        ) : (
          <span key={tool} className="text-xl">
            {tool}
          </span>
        );
      })}
      {people > 1 && <span className="text-xl text-watch">{people} people</span>}
      {step.no_impact && <span className="text-xl text-watch">by hand, no impact</span>}
      {step.loose_until && <span className="text-xl text-watch">leave it loose</span>}
    </div>
  );
}

/** Who did a step, with what they said. */
export function answeredBy(bay: BayWork, { step, keptHere }: Standing): string {
  const own = bay.answers.filter((answer) => answer.step === step.key);
  if (own.length === 0) return keptHere ? "Done here, not sent yet." : "Done.";
  return own.map(({ person, said }) => `${person}${said ? `: ${said}` : " did it"}`).join(" · ");
}

/** Whether the plan has become dearer than its owner agreed to. */
export const overAgreed = ({ agreed_cents, middle_cents }: BayWork) =>
  agreed_cents !== null && middle_cents > agreed_cents;

/** What is wrong at a step, in a line each; its ways out are under Trouble. */
export function inTrouble(bay: BayWork, { key }: WorkStep): string[] {
  const snapped = bay.snapped.some(
    ({ step }) => key === step || key.startsWith(`${step}.snapped.`),
  );
  return [
    ...(snapped && overAgreed(bay)
      ? ["Over the sum agreed: the owner is asked first, under Trouble."]
      : []),
    ...bay.snapped
      .filter((bolt) => bolt.step === key)
      .map(({ size, next }) => `${size} snapped here, next: ${next}. All ways are under Trouble.`),
    ...bay.seized
      .filter((bolt) => bolt.step === key)
      .map(({ size, next }) => `${size} is seized, next: ${next}. All ways are under Trouble.`),
  ];
}
