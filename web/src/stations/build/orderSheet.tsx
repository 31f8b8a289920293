import { useState } from "react";
import type { OrderLine } from "../../api/types";
import { useJobView } from "../../job/context";
import { calendarDay } from "../../job/days";
import { bySupplier } from "./suppliers";
import { OrderTable } from "./orderTable";
import { TellOrder } from "./tellOrder";
import { useWorkView } from "./workView";

/** One list of all that the job consumes, by whom it comes from, and telling what came of it. */
export function OrderSheet() {
  const { order, standing } = useWorkView();
  const [picked, setPicked] = useState<string[]>([]);
  const stands = new Map(standing.map((line) => [line.what, line]));
  // What a decision took off the list is picked no more.
  const there = picked.flatMap((what) => stands.get(what) ?? []);
  const past: OrderLine[] = standing
    .filter(({ asked }) => !asked)
    .map(({ what, told }) => ({
      what,
      quantity: told.at(-1)?.quantity ?? 1,
      kind: "part",
      part_number: "",
      why: ["was told of before a decision took it off the list"],
    }));
  const groups = [
    ...bySupplier(order, stands).map(({ supplier, lines }) => ({
      caption: supplier || "Nobody named yet",
      lines,
      papers: <OrderPaper supplier={supplier} />,
    })),
    ...(past.length > 0 ? [{ caption: "No longer asked for", lines: past, papers: null }] : []),
  ];
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[3fr_2fr]">
      <div>
        <Waits />
        <OrderTable groups={groups} stands={stands} picked={picked} onPick={setPicked} />
      </div>
      <div className="sticky bottom-0 self-start border-t border-ink bg-paper py-2 lg:top-2 lg:bottom-auto lg:border-t-0 lg:border-l lg:border-line lg:py-0 lg:pl-6">
        <TellOrder picked={there} onTold={() => setPicked([])} />
      </div>
    </div>
  );
}

/** The purchase order of one supplier, to send and to keep. */
function OrderPaper({ supplier }: { supplier: string }) {
  const { job } = useJobView();
  const query = new URLSearchParams({ supplier }).toString();
  return (
    <span className="flex gap-4 text-sm">
      {(["pdf", "csv"] as const).map((kind) => (
        <a
          key={kind}
          href={`/api/jobs/${job.id}/purchase-order.${kind}?${query}`}
          className="inline-flex min-h-11 items-center underline underline-offset-4"
        >
          Purchase order, {kind.toUpperCase()}
        </a>
      ))}
    </span>
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
      {(waiting.says ?? []).map((said) => ` ${said}`)}
    </p>
  );
}
