type WidePickProps = {
  label: string;
  value: string;
  options: { value: string; text: string }[];
  onChange: (value: string) => void;
  disabled?: boolean;
  place?: string;
};

/** One of several whose texts are long: its name above, the choice as wide as the page lets it. */
export function WidePick({ label, value, options, onChange, disabled, place }: WidePickProps) {
  return (
    <label className="block border-b border-line text-sm">
      <span className="text-pale">{label}</span>
      <select
        value={value}
        disabled={disabled}
        data-place={place}
        onChange={(event) => onChange(event.target.value)}
        className="block min-h-11 w-full bg-paper"
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
