import { Link } from "@tanstack/react-router";
import { useJobView } from "../../app/jobContext";
import type { WeighSheet } from "../../app/placeAddress";

const NAMES: Record<WeighSheet, string> = {
  drawings: "Drawings",
  loads: "Pads and loads",
  height: "Centre of gravity",
  bars: "Bars there now",
  roll: "Roll test",
  certainty: "Certainty",
};

/** Sheets of this station in measuring order. */
export function SheetTabs({ sheet }: { sheet: WeighSheet }) {
  const { job } = useJobView();
  return (
    <nav aria-label="Sheets of Weigh" className="mb-2 flex flex-wrap gap-x-5 border-b border-line">
      {Object.entries(NAMES).map(([key, name]) => (
        <Link
          key={key}
          to="/jobs/$jobId/weigh"
          params={{ jobId: String(job.id) }}
          search={{ sheet: key as WeighSheet }}
          aria-current={sheet === key ? "page" : undefined}
          className="-mb-px min-h-11 content-center border-b-2 border-transparent text-sm text-pale hover:text-ink aria-[current=page]:border-ink aria-[current=page]:font-semibold aria-[current=page]:text-ink"
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}
