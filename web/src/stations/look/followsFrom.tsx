import { useJobView } from "../../job/context";

/** Parts to order and chores for the plan, as the rules make them from what was seen. */
export function FollowsFrom() {
  const { practice } = useJobView();
  const look = practice?.look;
  if (!look || (look.needs.length === 0 && look.chores.length === 0)) return null;
  return (
    <section aria-label="What follows" className="mt-4 text-sm">
      <h2 className="mb-1 font-semibold">What follows</h2>
      <ul>
        {look.needs.map((need) => (
          <li key={need.part} className="flex gap-3 border-t border-line py-1.5">
            <span className="figure w-28 shrink-0 pt-0.5">order {need.quantity}</span>
            <span>
              {need.part} <span className="text-pale">{need.why}</span>
            </span>
          </li>
        ))}
        {look.chores.map((chore) => (
          <li
            key={`${chore.when} ${chore.what}`}
            className="flex gap-3 border-t border-line py-1.5"
          >
            <span className="w-28 shrink-0 text-xs leading-5 text-pale">{chore.when}</span>
            <span>
              {chore.what} <span className="text-pale">{chore.why}</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
