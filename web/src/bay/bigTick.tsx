type BigTickProps = { label: string; checked: boolean; onChange: (checked: boolean) => void };

/** A box that a glove ticks. */
export function BigTick({ label, checked, onChange }: BigTickProps) {
  return (
    <label className="flex min-h-14 items-center gap-3 text-xl">
      <input
        type="checkbox"
        className="size-7 shrink-0 accent-after"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
