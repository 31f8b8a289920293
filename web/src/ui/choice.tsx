import { ToggleGroup } from "radix-ui";

type ChoiceProps<T extends string> = {
  label: string;
  options: { value: T; text: string; disabled?: boolean; hint?: string }[];
  value: T;
  onChange: (value: T) => void;
};

/** One of a few, side by side. */
export function Choice<T extends string>({ label, options, value, onChange }: ChoiceProps<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(next) => next !== "" && onChange(next as T)}
      className="inline-flex flex-wrap border border-ink"
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          disabled={option.disabled}
          title={option.hint}
          className="min-h-11 px-3 text-sm not-first:border-l not-first:border-ink disabled:cursor-not-allowed disabled:text-pale disabled:line-through data-[state=on]:bg-ink data-[state=on]:text-paper"
        >
          {option.text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
