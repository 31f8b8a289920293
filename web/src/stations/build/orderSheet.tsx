import { useState } from "react";
import { calendarDay } from "../../job/days";
import { useWorkView } from "./workView";
import { OrderTable } from "./orderTable";
import { TellOrder } from "./tellOrder";

const KINDS = { part: "Parts", fastener: "Fasteners", consumable: "Used up" } as const;

/** One list of all that the job consumes, how each line stands, and telling what came of it. */
export function OrderSheet() {
  const { order, standing } = useWorkView();
  const [picked, setPicked] = useState<string[]>([]);
  const stands = new Map(standing.map((line) => [line.what, line]));
  // What a decision took off the list is picked no more.
  const there = picked.flatMap((what) => stands.get(what) ?? []);
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[3fr_2fr]">
      <div>
        <Waits />
        {(Object.keys(KINDS) as (keyof typeof KINDS)[]).map((kind) => {
          const lines = order.filter((line) => line.kind === kind);
          return (
            lines.length > 0 && (
              <OrderTable
                key={kind}
                caption={KINDS[kind]}
                lines={lines}
                stands={stands}
                picked={picked}
                onPick={setPicked}
              />
            )
          );
        })}
      </div>
      <div className="sticky bottom-0 self-start border-t border-ink bg-paper py-2 lg:top-2 lg:bottom-auto lg:border-t-0 lg:border-l lg:border-line lg:py-0 lg:pl-6">
        <TellOrder picked={there} onTold={() => setPicked([])} />
      </div>
    </div>
  );
}

/** What the job waits for, in a line. */
function Waits() {
  const { waiting } = useWorkView();
  const count = waiting.for_what.length;
  return (
    <p className="mb-3 text-sm" data-testid="order-waits">
      {waiting.here
        ? "All of it is here."
        : `Waits for ${count} ${count === 1 ? "line" : "lines"}; ` +
          (waiting.until
            ? `the last comes on ${calendarDay(waiting.until)}.`
            : `nobody has said when ${waiting.for_what[0]} comes.`)}
    </p>
  );
}
