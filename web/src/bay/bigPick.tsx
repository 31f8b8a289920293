type BigPickProps<T extends string> = {
  label: string;
  value: T;
  options: { value: T; text: string }[];
  onChange: (value: T) => void;
};

/** One of several, as high as a glove needs. */
export function BigPick<T extends string>({ label, value, options, onChange }: BigPickProps<T>) {
  return (
    <label className="block">
      <span className="text-pale">{label}</span>
      <select
        value={value}
        onChange={(event) => onChange(event.target.value as T)}
        className="min-h-16 w-full border border-pale bg-paper px-3 text-xl"
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
