type TickProps = { label: string; on: boolean; onChange: (on: boolean) => void };

/** Something that is or is not, with its name beside it. */
export function Tick({ label, on, onChange }: TickProps) {
  return (
    <label className="flex min-h-11 items-center gap-2 text-sm">
      <input
        type="checkbox"
        className="size-5 shrink-0 accent-after"
        checked={on}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
