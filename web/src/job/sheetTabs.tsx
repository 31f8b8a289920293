import { Link } from "@tanstack/react-router";
import { useJobView } from "./context";
import { LINK_TAB } from "../ui/tab";

type SheetTabsProps<T extends string> = {
  station: string;
  to: "/jobs/$jobId/weigh" | "/jobs/$jobId/choose" | "/jobs/$jobId/fit";
  names: Partial<Record<T, string>>;
  sheet: T;
};

/** Sheets that a station is laid out on, in the order they are worked through. */
export function SheetTabs<T extends string>({ station, to, names, sheet }: SheetTabsProps<T>) {
  const { job } = useJobView();
  return (
    <nav
      aria-label={`Sheets of ${station}`}
      className="mb-2 flex flex-wrap gap-x-5 border-b border-line"
    >
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
  );
}
