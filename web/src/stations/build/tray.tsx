import { useWorkView } from "./workView";

/** Tools of the whole job, to lay out before it begins. */
export function Tray({ onOpen }: { onOpen: (key: string) => void }) {
  const { plan } = useWorkView();
  return (
    <section aria-label="Tools to lay out" className="mt-4">
      <h2 className="font-semibold">Lay out first</h2>
      <ul className="flex flex-wrap gap-x-2 gap-y-1 pt-1">
        {plan.tray.map(({ name, steps }) => (
          <li key={name}>
            <button
              type="button"
              onClick={() => steps[0] && onOpen(steps[0])}
              className="figure min-h-11 border border-line px-2 text-sm hover:border-ink"
            >
              {name}
              {steps.length > 1 && <span className="text-pale"> {steps.length} steps</span>}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
