import { hoursOf } from "../../drawings/quantity";
import { useWritable } from "../../api/session";
import type { WorkStep } from "../../api/types";
import { Fact, Facts } from "../../ui/facts";
import { ChangeStep } from "./changeStep";
import { RememberStep } from "./rememberStep";
import { bandOfHours } from "../../job/steps";
import { useWorkView } from "./workView";

type StepDetailProps = { step: WorkStep; onOpen: (key: string) => void; writable: boolean };

/** One step in full: cautions first, then tools, people, hours, and what it waits for and leaves. */
export function StepDetail({ step, onOpen, writable }: StepDetailProps) {
  const { plan, kits } = useWorkView();
  const mayWrite = useWritable();
  const partId = step.axle ? kits[step.axle] : undefined;
  const named = (key: string) => plan.steps.find((one) => one.key === key);
  const facts: [string, string | null | undefined][] = [
    ["Where", step.axle && `${step.axle}${step.side ? `, ${step.side} side` : ""}`],
    ["Vehicle", step.state],
    ["People", step.people && step.people > 1 ? `${step.people}` : "one"],
    ["Takes", `${hoursOf(step.hours?.[1] ?? 0)} usually, ${bandOfHours(step.hours ?? [])}`],
    [
      "Uses",
      (step.uses ?? [])
        .map(({ what, quantity }) => (quantity && quantity > 1 ? `${quantity} × ${what}` : what))
        .join(", "),
    ],
    ["Records", (step.records ?? []).join(", ")],
    ["Takes off", step.takes_off],
    ["Puts back", step.puts_back],
    ["Done by", step.outside],
    [
      "May snap",
      (step.undoes ?? [])
        .map(({ count, size, hidden }) => `${count} × ${size}${hidden ? " in hidden nuts" : ""}`)
        .join(", "),
    ],
  ];
  return (
    <section aria-label="Step in hand">
      <h2 className="text-lg font-semibold">{step.what}</h2>
      <p className="text-sm text-pale">{step.why}</p>
      {(step.cautions ?? []).map((caution) => (
        <p key={caution} className="mt-1 border-l-2 border-watch pl-2 text-sm text-watch">
          {caution}
        </p>
      ))}
      {(step.tools ?? []).length > 0 && (
        <p className="figure mt-2 text-lg">
          {(step.tools ?? []).join(" · ")}
          {step.no_impact && <span className="text-watch"> · by hand, no impact</span>}
        </p>
      )}
      <Facts className="mt-1 text-sm">
        {facts.map(
          ([name, said]) =>
            said && (
              <Fact key={name} name={name}>
                {said}
              </Fact>
            ),
        )}
        {(
          [
            ["Loose until", step.loose_until ? [step.loose_until] : []],
            ["After", step.after ?? []],
          ] as const
        ).map(
          ([name, keys]) =>
            keys.length > 0 && (
              <Fact key={name} name={name}>
                {keys.map((key) => (
                  <button
                    key={key}
                    type="button"
                    onClick={() => onOpen(key)}
                    className="mr-2 min-h-11 text-left underline underline-offset-4 hover:text-after"
                  >
                    {named(key)?.what ?? key}
                  </button>
                ))}
              </Fact>
            ),
        )}
      </Facts>
      {writable && <ChangeStep key={step.key} step={step} />}
      {mayWrite && partId !== undefined && (
        <RememberStep key={`${step.key} remember`} step={step} partId={partId} />
      )}
    </section>
  );
}
