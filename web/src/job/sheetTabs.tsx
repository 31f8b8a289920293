import { Link } from "@tanstack/react-router";
import { useJobView } from "./context";
import { SheetHelp } from "./sheetHelp";
import { LINK_TAB } from "../ui/tab";

type SheetTabsProps<T extends string> = {
  station: string;
  to: `/jobs/$jobId/${"weigh" | "choose" | "fit" | "build" | "drive" | "hand-over"}`;
  names: Partial<Record<T, string>>;
  /** What each is for. */
  says: Record<T, readonly string[]>;
  sheet: T;
};

/** Sheets that a station is laid out on, in the order they are worked through. */
export function SheetTabs<T extends string>({
  station,
  to,
  names,
  says,
  sheet,
}: SheetTabsProps<T>) {
  const { job } = useJobView();
  return (
    <div className="mb-2 flex items-end border-b border-line">
      <nav aria-label={`Sheets of ${station}`} className="flex flex-wrap gap-x-5">
        {(Object.entries(names) as [T, string][]).map(([key, name]) => (
          <Link
            key={key}
            to={to}
            params={{ jobId: String(job.id) }}
            // The axle that is looked at stays; a place or part that was asked for does not.
            search={((now: { axle?: string }) => ({ axle: now.axle, sheet: key })) as never}
            aria-current={sheet === key ? "page" : undefined}
            className={LINK_TAB}
          >
            {name}
          </Link>
        ))}
      </nav>
      <SheetHelp name={names[sheet] ?? station} says={says[sheet]} />
    </div>
  );
}
