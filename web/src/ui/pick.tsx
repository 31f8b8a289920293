type PickProps<T extends string> = {
  label: string;
  value: T;
  options: { value: T; text: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
  place?: string;
};

/** One of several, folded away, with its name before it on one line. */
export function Pick<T extends string>({
  label,
  value,
  options,
  onChange,
  disabled,
  place,
}: PickProps<T>) {
  return (
    <label className="flex min-h-11 items-center justify-between gap-3 border-b border-line text-sm">
      <span className="text-pale">{label}</span>
      <select
        value={value}
        disabled={disabled}
        data-place={place}
        onChange={(event) => onChange(event.target.value as T)}
        className="min-h-11 bg-paper pr-1 text-right"
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.text}
          </option>
        ))}
      </select>
    </label>
  );
}
